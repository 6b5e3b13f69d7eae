// The pages of help that the studio shows, out of docs/: as blocks, so that the page needs no reader of Markdown.
import { readFileSync, writeFileSync } from 'node:fs';
import { basename } from 'node:path';
import { lexer } from 'marked';

const pages = [
  'docs/help/links.md',
  'docs/expressions.md',
  'docs/help/people.md',
  'docs/help/routines.md',
  'docs/help/scanning.md',
  'docs/help/releases.md',
  'docs/help/durability.md',
];

const looks = { strong: 'strong', em: 'em', codespan: 'code' };

/** Texts of a line, each with its look; entities as the signs that they stand for. */
const inline = (tokens = []) =>
  tokens.flatMap((token) =>
    token.tokens && !looks[token.type]
      ? inline(token.tokens)
      : [
          {
            text: token.text.replaceAll('\n', ' ').replace(/&(lt|gt|amp|quot|#39);/g, (_, name) => signs[name]),
            ...(looks[token.type] ? { look: looks[token.type] } : {}),
          },
        ],
  );

const signs = { lt: '<', gt: '>', amp: '&', quot: '"', '#39': "'" };

function blockOf(token) {
  switch (token.type) {
    case 'heading':
      return [{ kind: 'heading', text: token.text }];
    case 'paragraph':
      return [{ kind: 'text', parts: inline(token.tokens) }];
    case 'list':
      return [{ kind: 'list', items: token.items.map((item) => inline(item.tokens)) }];
    case 'table':
      return [
        {
          kind: 'table',
          heads: token.header.map(({ tokens }) => inline(tokens)),
          rows: token.rows.map((row) => row.map(({ tokens }) => inline(tokens))),
        },
      ];
    case 'code':
      return [{ kind: 'code', text: token.text }];
    case 'space':
      return [];
    default:
      throw new Error(`docs: ${token.type} is not shown in help`);
  }
}

export const helpPage = (path) => {
  const [title, ...rest] = lexer(readFileSync(path, 'utf8')).flatMap(blockOf);
  return { id: basename(path, '.md'), title: title.text, blocks: rest };
};

export const writeHelp = (file) => writeFileSync(file, JSON.stringify(pages.map(helpPage)));
