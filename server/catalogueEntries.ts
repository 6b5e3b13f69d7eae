import { gs1CheckDigit } from '@/core/barcode';
import type { CatalogueEntry } from '@/core/scan';

const makers = ['Tarn Quay Tailors', 'Orchard & Thread', 'Marrow Hill Millinery', 'The Salt Loom', 'Ferrow Costumiers'];
const colours = ['Amber', 'Dove grey', 'Forest green', 'Night blue', 'Poppy red', 'Straw', 'Pewter'];
const things = [
  'opera cloak',
  'frock coat',
  'bonnet',
  'riding skirt',
  'spencer jacket',
  'waistcoat',
  'tippet',
  'breeches',
];
const sizes = ['XS', 'S', 'M', 'L', 'XL'];
const cares = ['Brush only.', 'Steam, do not press.', 'Hand wash cold.'];
const ENTRIES = 56;

/** The code of an entry: GS1's prefix 29 is for use inside a house, so no real thing has it. */
function codeOf(number: number): string {
  const body = `29${String(number * 37).padStart(10, '0')}`;
  return `${body}${gs1CheckDigit(body)}`;
}

/** What the simulated catalogue knows: costumes of invented makers, the same each time. */
export function catalogueEntries(): CatalogueEntry[] {
  const pick = <T>(from: readonly T[], at: number): T => from[at % from.length] as T;
  return Array.from({ length: ENTRIES }, (_, index) => ({
    code: codeOf(index + 1),
    name: `${pick(colours, index)} ${pick(things, index)}`,
    facts: {
      Maker: pick(makers, index * 3),
      Size: pick(sizes, index * 2),
      Condition: 'As new',
      Care: pick(cares, index),
    },
    price: { amount: 20 + ((index * 53) % 380), currency: 'EUR' },
    mass: 150 + ((index * 211) % 2200),
  }));
}
