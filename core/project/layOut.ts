import * as babel from 'prettier/plugins/babel';
import * as estree from 'prettier/plugins/estree';
import * as markdown from 'prettier/plugins/markdown';
import type { Options } from 'prettier';
import { format } from 'prettier/standalone';
import type { ProjectFile } from './modules';

const STYLE = { printWidth: 120, singleQuote: true } as const;

/** By the ends of their names. What is not here stays as it is; npm lays out its own files. */
const parsers: readonly [RegExp, Options][] = [
  [/\.tsx?$/, { parser: 'babel-ts', plugins: [babel, estree], embeddedLanguageFormatting: 'off' }],
  [/\.md$/, { parser: 'markdown', plugins: [babel, estree, markdown] }],
  [/^app\.json$/, { parser: 'json', plugins: [babel, estree] }],
];

/** A made file as it is written: laid out as the rest of the project. */
export async function laidOut({ path, text }: ProjectFile): Promise<ProjectFile> {
  // A route is printed as it is laid out, unless a name in it is long.
  if (path.startsWith('app/') && text.split('\n').every((line) => line.length <= STYLE.printWidth))
    return { path, text };
  const [, options] = parsers.find(([ending]) => ending.test(path)) ?? [];
  return options ? { path, text: await format(text, { ...STYLE, ...options }) } : { path, text };
}
