import type { Quantity } from '@/core/unit';

/** What kind of value an expression gives. */
export type ValueType =
  | { kind: 'text' }
  /** `places`: how many decimals it has at most, or null where that is not known, as after a division. */
  | { kind: 'number'; places: number | null }
  | { kind: 'money'; currency: string }
  | { kind: 'yesNo' }
  | { kind: 'date' }
  | { kind: 'measure'; quantity: Quantity }
  /** A picture or a file: there is or there is none, and nothing else is to be known of it. */
  | { kind: 'attachment' }
  /** NULL, and what is missing: fits everywhere. */
  | { kind: 'any' };

export const TEXT: ValueType = { kind: 'text' };

export const WHOLE: ValueType = { kind: 'number', places: 0 };

export const NUMBER: ValueType = { kind: 'number', places: null };

export const YES_NO: ValueType = { kind: 'yesNo' };

export const DATE: ValueType = { kind: 'date' };

export const ANY: ValueType = { kind: 'any' };

/** A type in words: "money in EUR", "a date". */
export function typeWords(type: ValueType): string {
  switch (type.kind) {
    case 'text':
      return 'text';
    case 'number':
      return type.places === 0 ? 'a whole number' : 'a number';
    case 'money':
      return `money in ${type.currency}`;
    case 'yesNo':
      return 'yes or no';
    case 'date':
      return 'a date';
    case 'measure':
      return { length: 'a length', mass: 'a mass', temperature: 'a temperature', volume: 'a volume' }[type.quantity];
    case 'attachment':
      return 'a picture or file';
    case 'any':
      return 'nothing';
  }
}

/** A kind of type in words. */
export const kindWords: Record<ValueType['kind'], string> = {
  text: 'text',
  number: 'a number',
  money: 'money',
  yesNo: 'yes or no',
  date: 'a date',
  measure: 'a measure',
  attachment: 'a picture or file',
  any: 'anything',
};

/** The type that values of either type have in common, or null where they have none. */
export function common(left: ValueType, right: ValueType): ValueType | null {
  if (left.kind === 'any') return right;
  if (right.kind === 'any') return left;
  if (left.kind === 'number' && right.kind === 'number')
    return {
      kind: 'number',
      places: left.places === null || right.places === null ? null : Math.max(left.places, right.places),
    };
  if (left.kind === 'money' && right.kind === 'money') return left.currency === right.currency ? left : null;
  if (left.kind === 'measure' && right.kind === 'measure') return left.quantity === right.quantity ? left : null;
  return left.kind === right.kind ? left : null;
}
