import { expect, type Page, test } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { printPage } from '../core/print';
import { openDemo, phone } from './steps';

/** The text of each page that the browser makes of an HTML page. */
async function printed(page: Page, html: string): Promise<string[]> {
  await page.setContent(html);
  const bytes = await page.pdf({ preferCSSPageSize: true });
  const pdf = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true }).promise;
  const texts: string[] = [];
  for (let number = 1; number <= pdf.numPages; number++) {
    const sheet = await pdf.getPage(number);
    const { items } = await sheet.getTextContent();
    texts.push(
      items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    );
    if (number === 1) texts.unshift(sheet.getViewport({ scale: 1 }).width.toFixed(0));
  }
  await pdf.destroy();
  return texts;
}

test('a cost sheet is printed with its head, lines and totals', async ({ page, context }) => {
  await page.addInitScript(() => {
    // The browser's own dialog would wait for a person.
    Object.defineProperty(window, 'print', { value: () => undefined, configurable: true });
  });
  await openDemo(page);
  await phone(page)
    .getByRole('link', { name: /^Cost sheets/ })
    .click();
  await phone(page)
    .getByRole('button', { name: /^K-2401/ })
    .click();
  await phone(page).getByRole('button', { name: 'Print Cost sheet' }).click();
  const frame = page.locator('iframe[data-print]');
  await expect(frame).toBeAttached();
  const html = (await frame.getAttribute('srcdoc')) ?? '';
  const total = await phone(page)
    .getByText(/^€[\d,.]+$/)
    .first()
    .textContent();
  const [width, text = '', ...more] = await printed(await context.newPage(), html);
  expect(width).toBe('595');
  expect(more).toEqual([]);
  for (const part of [
    'Cost sheet K-2401',
    'The Salt Almanac',
    'Work',
    'Amount',
    'To be paid',
    String(total),
    'Lantern Lane Playhouse, wardrobe',
    '1 / 1',
  ])
    expect(text).toContain(part);
});

test('lines that need more than a page stand under their head on each, with page numbers', async ({ page }) => {
  const html = printPage({
    paper: 'Letter',
    language: 'en-GB',
    app: 'Lantern Lane Playhouse',
    heading: 'Cost sheet <K-1>',
    facts: [{ label: 'Production', text: 'A "quoted" play & more' }],
    lines: {
      title: 'Lines',
      columns: [
        { label: 'Work', isFigure: false },
        { label: 'Amount', isFigure: true },
      ],
      rows: Array.from({ length: 70 }, (_, index) => [`Hem ${index + 1}`, `€${index}.00`]),
      totals: [{ label: 'To be paid', text: '€2,415.00' }],
    },
    foot: 'The "wardrobe" </style>',
  });
  const [width, ...pages] = await printed(page, html);
  expect(width).toBe('612');
  expect(pages.length).toBeGreaterThan(1);
  pages.forEach((text, index) => {
    expect(text).toContain(`${index + 1} / ${pages.length}`);
    expect(text).toContain('Amount');
    expect(text).toContain('The "wardrobe" </style>');
  });
  expect(pages[0]).toContain('Cost sheet <K-1>');
  expect(pages.at(-1)).toContain('To be paid €2,415.00');
  for (let line = 1; line <= 70; line++) expect(pages.some((text) => text.includes(`Hem ${line} `))).toBe(true);
});
