import { create } from 'zustand';

/** Whether the way to everything is asked for. */
export const useGoTo = create<{ isOpen: boolean }>(() => ({ isOpen: false }));
