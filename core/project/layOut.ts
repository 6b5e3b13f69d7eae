import * as babel from 'prettier/plugins/babel';
import * as estree from 'prettier/plugins/estree';
import * as markdown from 'prettier/plugins/markdown';
import { format } from 'prettier/standalone';
import type { ProjectFile } from './modules';

const STYLE = { printWidth: 120, singleQuote: true } as const;

/** By the ends of their names. What is not here stays as it is; npm lays out its own files. */
const parsers: readonly [RegExp, string][] = [
  [/\.tsx?$/, 'babel-ts'],
  [/\.md$/, 'markdown'],
  [/^app\.json$/, 'json'],
];

/** A made file as it is written: laid out as the rest of the project. */
export async function laidOut({ path, text }: ProjectFile): Promise<ProjectFile> {
  // A route is printed as it is laid out, unless a name in it is long.
  if (path.startsWith('app/') && text.split('\n').every((line) => line.length <= STYLE.printWidth))
    return { path, text };
  const [, parser] = parsers.find(([ending]) => ending.test(path)) ?? [];
  if (!parser) return { path, text };
  return { path, text: await format(text, { ...STYLE, parser, plugins: [babel, estree, markdown] }) };
}
