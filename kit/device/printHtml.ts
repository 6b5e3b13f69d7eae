import { printAsync } from 'expo-print';
import type { Kit } from '../base/context';

/** Hands a page to the printer. Nothing happens where the person changes their mind. */
export const printHtml: Kit['print'] = (_title, html) => void printAsync({ html }).catch(() => undefined);
