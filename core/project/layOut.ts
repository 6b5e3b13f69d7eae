import * as babel from 'prettier/plugins/babel';
import * as estree from 'prettier/plugins/estree';
import { format } from 'prettier/standalone';
import type { ProjectFile } from './modules';

const STYLE = { printWidth: 120, singleQuote: true } as const;

/** A made file as it is written: code laid out as the rest of the project, all else as it is. */
export async function laidOut({ path, text }: ProjectFile): Promise<ProjectFile> {
  if (!/\.tsx?$/.test(path)) return { path, text };
  return { path, text: await format(text, { ...STYLE, parser: 'babel-ts', plugins: [babel, estree] }) };
}
