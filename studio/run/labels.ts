import { worker } from '../client';
import { knownCodes } from './catalogue';
import { drawCode, type Printed } from '@/core/barcode';
import { ownerStatement } from '@/core/compile';
import type { ColumnOf, Definition, Table } from '@/core/model';
import { type CodeLabel, troubleLabels } from '@/core/scan';
import { as, constant, name, rowsOf, sql } from '@/core/sql';

/** A label of the simulated scanner, as it is drawn. */
export interface BenchLabel extends CodeLabel {
  symbology: Printed;
}

/** Of each column of codes so many at a time. */
const LABELS_AT_ONCE = 5;

/** Labels with real codes of the rows of now, and with each some that make trouble. */
export async function labelsOf(
  appId: string,
  definition: Definition,
  page: number,
  person: number | null,
): Promise<BenchLabel[]> {
  const places = definition.tables.flatMap((table) =>
    table.columns.flatMap((column) => (column.kind === 'barcode' ? [{ table, column }] : [])),
  );
  const known = await knownCodes();
  const real = await Promise.all(places.map((place) => realLabels(appId, definition, place, page, person)));
  return places.flatMap(({ column: { id, symbology } }, index) => {
    const labels = real[index] ?? [];
    const troubles = troubleLabels(
      symbology,
      labels.map(({ printed }) => printed),
      known,
    );
    return [...labels, ...troubles.map((label) => ({ ...label, key: `${id} ${label.key}`, symbology }))];
  });
}

async function realLabels(
  appId: string,
  definition: Definition,
  { table, column }: { table: Table; column: ColumnOf<'barcode'> },
  page: number,
  person: number | null,
): Promise<BenchLabel[]> {
  const [from, code] = [rowsOf(table.identifier), name(column.identifier)];
  const around = sql`max(1, (SELECT count(${code}) FROM ${from}))`;
  const statement = ownerStatement(
    definition,
    sql`
      SELECT ${as(code, 'code')}
      FROM ${from}
      WHERE ${code} IS NOT NULL
      ORDER BY "id"
      LIMIT ${constant(LABELS_AT_ONCE)} OFFSET (${constant(page * LABELS_AT_ONCE)} % ${around})`,
  );
  const { rows } = await worker().api.read(appId, { ...statement, person });
  return rows.map((row, index) => ({
    key: `${column.id} ${page} ${index}`,
    title: `${table.recordName} ${column.name.toLowerCase()}`,
    printed: String(row.code),
    code: String(row.code),
    symbology: column.symbology,
  }));
}

/**
 * A label as a picture: an SVG as a `data:` URL, scratched where it is damaged; null where its code cannot be drawn,
 * such as one with a wrong check digit.
 */
export async function drawLabel({ symbology, printed, code }: BenchLabel): Promise<string | null> {
  // A wrong digit is in no EAN-13; drawn as plain bars it looks like what was misread.
  const svg = (await drawCode(symbology, printed)) ?? (await drawCode('Code 128', printed));
  if (svg === null) return null;
  const scratch = '<path d="M0 18L400 66M0 66L400 14M0 40L400 44" stroke="#fff" stroke-width="16"/>';
  const whole = code === null ? svg.replace('</svg>', `${scratch}</svg>`) : svg;
  return `data:image/svg+xml;utf8,${encodeURIComponent(whole)}`;
}

/**
 * Types a code into the bench phone as a hand scanner does: key after key with no time between, with its lead and end
 * keys.
 */
export function typeAsScanner(code: string, { scanLead, scanEnd }: { scanLead: string; scanEnd: string }): void {
  const target = document.querySelector('.phone-frame') ?? document.body;
  for (const key of [...(scanLead ? [scanLead] : []), ...code, ...(scanEnd ? [scanEnd] : [])])
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
}
