import { endPath, LETTERS, linePath, type MapTable, PLATE, type PlanMap } from './planMap';
import { isLink, isStored, traitsOf } from '@/core/column';
import type { Definition } from '@/core/model';

const escape = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** The map as an SVG document of its own. */
export function mapSvg({ width, height, tables, links }: PlanMap): string {
  const lines = links.map(({ points, one, label, labelAt, sentence }) =>
    [
      `<g fill="none" stroke="#683066" stroke-width="1.5"><title>${escape(sentence)}</title>`,
      `<path d="${linePath(points)}"/><path d="${endPath(points, one)}"/></g>`,
      `<text x="${labelAt.x}" y="${labelAt.y - 4}" text-anchor="middle" font-size="${LETTERS}" fill="#526159"`,
      ` paint-order="stroke" stroke="#f6f3ea" stroke-width="4">${escape(label)}</text>`,
    ].join(''),
  );
  const plates = tables.map((table) =>
    [
      `<g transform="translate(${table.x} ${table.y})">`,
      `<rect width="${table.width}" height="${table.height}" rx="8" fill="#fdfcf7" stroke="#182c24"/>`,
      `<text x="14" y="27" font-size="16" font-weight="bold" fill="#182c24">${escape(table.name)}</text>`,
      `<text x="14" y="48" font-size="13" fill="#526159">${escape(table.facts)}</text>`,
      ...columnLines(table),
      '</g>',
    ].join(''),
  );
  const [wide, high] = [Math.ceil(width), Math.ceil(height)];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${wide} ${high}" width="${wide}" height="${high}"`,
    ' font-family="sans-serif">\n<rect width="100%" height="100%" fill="#f6f3ea"/>\n',
    `${[...lines, ...plates].join('\n')}\n</svg>\n`,
  ].join('');
}

function columnLines({ columns, more }: MapTable): string[] {
  const texts = [...columns.map(({ name }) => name), ...(more > 0 ? [`and ${more} more`] : [])];
  return texts.map(
    (text, index) =>
      `<text x="14" y="${PLATE.head + index * PLATE.row + 16}" font-size="${LETTERS}" fill="#182c24">${escape(text)}</text>`,
  );
}

/** The plan as an entity-relationship diagram in Mermaid's text. */
export function mapMermaid(definition: Pick<Definition, 'tables'>): string {
  const entities = definition.tables.map(({ identifier, columns }) => {
    const attributes = columns
      .filter(isStored)
      .map(
        (column) =>
          `    ${traitsOf(column).storage} ${column.identifier}${isLink(column) ? ' FK' : column.unique ? ' UK' : ''}`,
      );
    return [`  ${identifier} {`, '    INTEGER id PK', ...attributes, '  }'].join('\n');
  });
  const nameOf = (id: string) => definition.tables.find((table) => table.id === id)?.identifier ?? id;
  const lines = definition.tables.flatMap((table) =>
    table.columns
      .filter(isLink)
      .map((column) =>
        [
          `  ${nameOf(column.tableId)} ${column.required ? '||' : '|o'}--${column.unique ? 'o|' : 'o{'}`,
          `${table.identifier} : "${column.inverse.replaceAll('"', "'")}"`,
        ].join(' '),
      ),
  );
  return `erDiagram\n${[...entities, ...lines].join('\n')}\n`;
}
