import { z } from 'zod';
import { isAsked, toStored, traitsOf, valueFault } from '@/core/column';
import type { AskedColumn, Column, RecordValues } from '@/core/model';
import { minorDigits, toBase } from '@/core/unit';

/** What a catalogue knows of a thing, as it answers over the network. */
export const CatalogueEntry = z.object({
  code: z.string().min(1).max(80),
  name: z.string().min(1).max(200),
  /** Whatever else it knows, by what it is called: a text, a number, or yes or no. */
  facts: z.record(z.string().max(80), z.union([z.string().max(500), z.number(), z.boolean()])),
  price: z.object({ amount: z.number(), currency: z.string().regex(/^[A-Z]{3}$/) }).optional(),
  /** Grams. */
  mass: z.number().positive().optional(),
});

export type CatalogueEntry = z.infer<typeof CatalogueEntry>;

const same = (one: string, other: string): boolean => one.trim().toLowerCase() === other.trim().toLowerCase();

const PRICED = ['price', 'value', 'cost'];

/**
 * What a catalogue's answer fills in of a new record, by column id: its name, and each column that it has a fitting
 * fact for.
 */
export function filledBy(
  table: { columns: readonly Column[]; namedBy: string | null },
  entry: CatalogueEntry,
): RecordValues {
  const filled = table.columns.filter(isAsked).flatMap((column): [string, string | number][] => {
    const value = valueFor(column, column.id === table.namedBy, entry);
    if (value === null) return [];
    const stored = toStored(column, value);
    return stored === null || valueFault(column, stored) !== null ? [] : [[column.id, stored]];
  });
  return Object.fromEntries(filled);
}

function valueFor(
  column: AskedColumn,
  isName: boolean,
  { name, facts, price, mass }: CatalogueEntry,
): string | number | null {
  if (isName && (column.kind === 'text' || column.kind === 'longText')) return name;
  if (column.kind === 'money')
    return price &&
      price.currency === column.currency &&
      (PRICED.some((word) => same(word, column.name)) || column.name.toLowerCase().includes('price'))
      ? Math.round(price.amount * 10 ** minorDigits(price.currency))
      : null;
  if (column.kind === 'measure')
    return column.quantity === 'mass' && mass !== undefined ? toBase(mass, 'mass', 'g') : null;
  const fact = Object.entries(facts).find(([key]) => same(key, column.name))?.[1];
  if (fact === undefined) return null;
  return traitsOf(column).fromFact(column, fact);
}
