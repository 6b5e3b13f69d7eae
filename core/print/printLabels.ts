import { escapeHtml } from './printPage';

/** One label: the code as SVG, or null where it cannot be drawn, and what stands below it. */
export interface Label {
  svg: string | null;
  code: string;
  name: string;
}

const DOWN = 8;
const ACROSS = 3;
export const LABELS_A_SHEET = DOWN * ACROSS;

/** Sheets of labels as HTML, three by eight on A4, each with a code, its text and a name; for the browser's print. */
export function printLabels(language: string, title: string, labels: readonly Label[]): string {
  const cells = labels
    .map(({ svg, code, name }) =>
      [
        `<li>${svg ?? '<p class="none">This code cannot be drawn.</p>'}`,
        `<p class="name" dir="auto">${escapeHtml(name)}</p>`,
        svg === null ? `<p>${escapeHtml(code)}</p></li>` : '</li>',
      ].join(''),
    )
    .join('');
  return `<!doctype html>
<html lang="${escapeHtml(language)}"><head><meta charset="utf-8"><title>${escapeHtml(title)}</title><style>
@page { size: A4; margin: 10mm 7mm; }
* { box-sizing: border-box; }
body { margin: 0; font: 9pt/1.25 "Hanken Grotesk", "Helvetica Neue", Arial, sans-serif; color: #000; background: #fff; }
ul { list-style: none; margin: 0; padding: 0; display: grid; grid-template-columns: repeat(${ACROSS}, 1fr); }
li { height: 34mm; padding: 2mm 4mm; display: flex; flex-direction: column; align-items: center; }
li { justify-content: center; overflow: hidden; break-inside: avoid; }
svg { height: 21mm; max-width: 100%; }
p { margin: 1mm 0 0; text-align: center; max-height: 2.5em; overflow: hidden; }
</style></head><body><ul aria-label="${escapeHtml(title)}">${cells}</ul></body></html>`;
}
