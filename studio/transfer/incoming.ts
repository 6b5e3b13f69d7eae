import { create } from 'zustand';
import type { ChosenFile } from './useImport';

/** The file whose rows are being brought into the app that is open. */
export const useIncoming = create<{ chosen: ChosenFile | null }>(() => ({ chosen: null }));
