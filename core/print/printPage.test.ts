import fc from 'fast-check';
import { type PageContent, printPage } from './printPage';

const page = (more: Partial<PageContent> = {}): PageContent => ({
  paper: 'A4',
  language: 'en-GB',
  app: 'Playhouse',
  heading: 'Sheet 1',
  facts: [],
  lines: null,
  foot: '',
  ...more,
});

describe('a printed page', () => {
  it('has its paper, its head without blanks, and the app’s name at its foot where nothing else is said', () => {
    const html = printPage(
      page({
        facts: [
          { label: 'Day', text: '1 March' },
          { label: 'Remark', text: '' },
        ],
      }),
    );
    expect(html).toContain('size: A4;');
    expect(html).toContain('<dt>Day</dt><dd dir="auto">1 March</dd>');
    expect(html).not.toContain('Remark');
    expect(html).toContain('@bottom-left { content: "Playhouse"');
    expect(html).toContain('counter(page) " / " counter(pages)');
    expect(printPage(page({ paper: 'Letter' }))).toContain('size: letter;');
  });

  it('sets figures right, repeats the head of its lines, and keeps totals with them', () => {
    const html = printPage(
      page({
        lines: {
          title: 'Lines',
          columns: [
            { label: 'Work', isFigure: false },
            { label: 'Amount', isFigure: true },
          ],
          rows: [['Hem', '€1.00']],
          totals: [{ label: 'All', text: '€1.00' }],
        },
      }),
    );
    expect(html).toContain('<th scope="col">Work</th><th scope="col" class="figure">Amount</th>');
    expect(html).toContain('<td dir="auto">Hem</td><td dir="auto" class="figure">€1.00</td>');
    expect(html).toContain('thead { display: table-header-group; }');
    expect(html).toContain('break-before: avoid');
    expect(
      printPage(
        page({ lines: { title: 'Lines', columns: [{ label: 'Work', isFigure: false }], rows: [], totals: [] } }),
      ),
    ).toContain('<td colspan="1">–</td>');
  });

  it('lets no text of a record become markup, in the page or in its styles', () => {
    const nasty = fc.oneof(
      fc.string(),
      fc.constantFrom('</style><script>alert(1)</script>', '" onload="x', '\\"; } body { display: none', "'<&>\n\r\f"),
    );
    fc.assert(
      fc.property(nasty, nasty, nasty, (heading, text, foot) => {
        const html = printPage(
          page({
            heading,
            facts: [{ label: text, text: `x${text}` }],
            foot,
            app: heading,
            lines: {
              title: text,
              columns: [{ label: text, isFigure: false }],
              rows: [[text]],
              totals: [{ label: text, text }],
            },
          }),
        );
        expect(html.match(/<script|<\/style>|<style>/g)).toEqual(['<style>', '</style>']);
        // The string at the foot ends where it should: nothing of it stands outside.
        const content = /@bottom-left \{ content: "((?:[^"\\]|\\[0-9a-f]+ )*)"; font/.exec(html)?.[1];
        const decoded = content?.replace(/\\([0-9a-f]+) /g, (_, code: string) =>
          String.fromCharCode(Number.parseInt(code, 16)),
        );
        expect(decoded).toBe(foot || heading);
        expect((html.match(/<h1 dir="auto">([^<]*)<\/h1>/) ?? [])[1]).toBe(
          heading.replace(
            /[&<>"']/g,
            (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[sign] ?? sign,
          ),
        );
      }),
    );
  });
});
