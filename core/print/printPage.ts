/** What stands on a printed page, all of it as text. */
export interface PageContent {
  paper: 'A4' | 'Letter';
  /** BCP 47. */
  language: string;
  app: string;
  heading: string;
  facts: { label: string; text: string }[];
  lines: {
    title: string;
    columns: { label: string; isFigure: boolean }[];
    rows: string[][];
    totals: { label: string; text: string }[];
  } | null;
  foot: string;
}

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
export const escapeHtml = (text: string): string => text.replace(/[&<>"']/g, (sign) => escapes[sign] as string);

/**
 * A page as HTML with its own styles, for the browser's print to PDF: a head of facts, lines whose head stands again on
 * every page, totals kept with the last lines, and page numbers. Source: CSS Paged Media Level 3, margin boxes.
 */
export function printPage({ paper, language, app, heading, facts, lines, foot }: PageContent): string {
  const facing = facts
    .filter(({ text }) => text !== '')
    .map(({ label, text }) => `<div><dt>${escapeHtml(label)}</dt><dd dir="auto">${escapeHtml(text)}</dd></div>`)
    .join('');
  return `<!doctype html>
<html lang="${escapeHtml(language)}"><head><meta charset="utf-8"><title>${escapeHtml(heading)}</title><style>
@page { size: ${paper === 'A4' ? 'A4' : 'letter'}; margin: 18mm 16mm 20mm;
  @bottom-left { content: "${cssText(foot || app)}"; font: 9pt sans-serif; color: #555; }
  @bottom-right { content: counter(page) " / " counter(pages); font: 9pt sans-serif; color: #555; } }
* { box-sizing: border-box; }
body { font: 11pt/1.45 "Hanken Grotesk", "Helvetica Neue", Arial, sans-serif; color: #1c1e24; margin: 0; }
h1 { font-size: 20pt; line-height: 1.2; margin: 0 0 2mm; }
.app { color: #555; margin: 0 0 8mm; }
dl { display: grid; grid-template-columns: 1fr 1fr; gap: 3mm 10mm; margin: 0 0 8mm; }
dt { font-size: 9pt; color: #555; }
dd { margin: 0; overflow-wrap: anywhere; }
table { width: 100%; border-collapse: collapse; }
thead { display: table-header-group; }
tr { break-inside: avoid; }
th { text-align: left; font-size: 9pt; color: #555; border-bottom: 1.5pt solid #1c1e24; padding: 1.5mm 2mm; }
td { border-bottom: .5pt solid #ccc; padding: 1.8mm 2mm; vertical-align: top; overflow-wrap: anywhere; }
.figure { text-align: right; font-variant-numeric: tabular-nums; }
.totals { margin: 4mm 0 0 auto; width: 60%; break-inside: avoid; break-before: avoid; }
.totals td { border: 0; } .totals tr:last-child td { font-weight: bold; border-top: 1.5pt solid #1c1e24; }
</style></head><body>
<h1 dir="auto">${escapeHtml(heading)}</h1><p class="app">${escapeHtml(app)}</p>
${facing ? `<dl>${facing}</dl>` : ''}${lines ? linesTable(lines) : ''}
</body></html>`;
}

function linesTable({ title, columns, rows, totals }: NonNullable<PageContent['lines']>): string {
  const look = (index: number) => (columns[index]?.isFigure ? ' class="figure"' : '');
  const head = columns.map(({ label }, index) => `<th scope="col"${look(index)}>${escapeHtml(label)}</th>`).join('');
  const body = rows
    .map(
      (row) => `<tr>${row.map((text, index) => `<td dir="auto"${look(index)}>${escapeHtml(text)}</td>`).join('')}</tr>`,
    )
    .join('');
  const sums = totals
    .map(({ label, text }) => `<tr><td>${escapeHtml(label)}</td><td class="figure">${escapeHtml(text)}</td></tr>`)
    .join('');
  const none = `<tr><td colspan="${columns.length}">–</td></tr>`;
  return [
    `<table aria-label="${escapeHtml(title)}"><thead><tr>${head}</tr></thead><tbody>${body || none}</tbody></table>`,
    sums ? `<table class="totals"><tbody>${sums}</tbody></table>` : '',
  ].join('');
}

/** Text inside a CSS string, which stands inside a style element. */
const cssText = (text: string): string =>
  text.replace(/[\\"<>\n\r\f]/g, (sign) => `\\${sign.charCodeAt(0).toString(16)} `);
