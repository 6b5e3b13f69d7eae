/**
 * `name` as a snake_case identifier: accents stripped from Latin letters, other scripts kept, everything else to `_`.
 */
export function toIdentifier(name: string, fallback: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 60);
  if (plain === '') return fallback;
  if (!/^\p{L}/u.test(plain) || plain.startsWith('sqlite_') || plain === 'id') return `${fallback}_${plain}`;
  return plain;
}

/** `toIdentifier`, numbered where another already has it. */
export function freeIdentifier(name: string, fallback: string, taken: readonly string[]): string {
  const base = toIdentifier(name, fallback);
  const used = new Set(taken);
  if (!used.has(base)) return base;
  for (let number = 2; ; number++) {
    const candidate = `${base}_${number}`;
    if (!used.has(candidate)) return candidate;
  }
}

/** What the table of a table's personal values is called in the database, among `tables`. */
export function personalIdentifier(tables: readonly { identifier: string }[], identifier: string): string {
  return freeIdentifier(
    `${identifier}_by_person`,
    'table',
    tables.map((table) => table.identifier),
  );
}

/** A guess at what one row is called, from the table's name; the developer can change it. */
export function singular(name: string): string {
  if (/ies$/i.test(name) && name.length > 4) return name.replace(/ies$/i, 'y');
  if (/(ches|shes|sses|xes)$/i.test(name)) return name.replace(/es$/i, '');
  if (/[^su]s$/i.test(name)) return name.replace(/s$/i, '');
  return name;
}
