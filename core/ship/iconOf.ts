import type { AppIcon, Theme } from '@/core/model';

/** The icon of an app: its own, or else the first letter of its name. */
export const iconOf = ({ icon }: Theme, name: string): AppIcon =>
  icon ?? { kind: 'letters', text: ([...name.trim()][0] ?? '').toUpperCase() };
