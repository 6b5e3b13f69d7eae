import { theatre } from '@/demo';
import { hives } from '@/test/screens';
import { type CatalogueEntry, filledBy } from '.';

const garments = theatre(1).definition.tables.find(({ id }) => id === 't3');
if (!garments) throw new Error('no garments');
const table = { columns: garments.columns, namedBy: 't3-01' };
const entry: CatalogueEntry = {
  code: '2900000000377',
  name: 'Straw bonnet',
  facts: { Size: 'm', Condition: 'As new', 'Lent out': true, Care: '  Brush only. ', Maker: 'The Salt Loom' },
  price: { amount: 19.99, currency: 'EUR' },
  mass: 320,
};

describe('what a catalogue says', () => {
  it('fills the name, choices in whatever case, money of its currency, switches and texts', () => {
    expect(filledBy(table, entry)).toEqual({
      't3-01': 'Straw bonnet',
      't3-03': 'As new',
      't3-04': 'M',
      't3-06': 1999,
      't3-08': 1,
      't3-10': '  Brush only.',
    });
  });

  it('fills nothing that would not be right there', () => {
    const odd = {
      ...entry,
      facts: { Size: 'enormous', Condition: 7, 'Lent out': 'yes', Acquired: 'last year' },
      price: { amount: 5, currency: 'USD' },
    };
    expect(filledBy(table, odd)).toEqual({ 't3-01': 'Straw bonnet' });
  });

  it('fills a mass in the unit that it is kept in', () => {
    const { definition } = hives();
    const plan = {
      columns: [
        {
          id: 'm',
          name: 'Mass',
          identifier: 'mass',
          required: false,
          unique: false,
          default: { kind: 'none' },
          kind: 'measure',
          quantity: 'mass',
          unit: 'g',
          places: 0,
        } as const,
      ],
      namedBy: null,
    };
    expect(definition.tables.length).toBeGreaterThan(0);
    expect(filledBy(plan, entry)).toEqual({ m: 0.32 });
  });
});
