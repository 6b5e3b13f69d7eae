import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import ts from 'typescript';
import { modelTypes } from './modelTypes';

/** What a finished project begins at: the screens and what runs them, the words of its modules, the phone itself. */
const ENTRIES = ['kit/index.ts', 'kit/words/index.ts', 'kit/device/index.ts'];
const MODEL = 'core/model/';
/** What its class names stand on: nothing imports that. */
const LOOKS = 'kit/tailwind.config.js';

interface Import {
  /** The file, or the package. */
  from: string;
  name: string;
  isPackage: boolean;
}

const sources = new Map<string, ts.SourceFile>();
function sourceOf(file: string): ts.SourceFile {
  let source = sources.get(file);
  if (!source) {
    const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
    source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, kind);
    sources.set(file, source);
  }
  return source;
}

/** The files that a specifier stands for: with those for one platform beside them. */
function filesOf(from: string, specifier: string): string[] {
  const path = specifier.startsWith('@/')
    ? specifier.slice(2)
    : specifier.startsWith('.')
      ? join(dirname(from), specifier)
      : null;
  if (path === null) return [];
  const endings = ['.ts', '.tsx', '.web.ts', '.web.tsx', '.native.ts', '.native.tsx'];
  const found = endings.map((ending) => path + ending).filter(existsSync);
  return found.length > 0 ? found : [`${path}/index.ts`].filter(existsSync);
}

const isBarrel = (file: string): boolean => /^core\/[^/]+\/index\.ts$/.test(file);

function exportsOf(file: string): Set<string> {
  return new Set(
    sourceOf(file).statements.flatMap((statement) => {
      const isExported = (ts.canHaveModifiers(statement) ? (ts.getModifiers(statement) ?? []) : []).some(
        ({ kind }) => kind === ts.SyntaxKind.ExportKeyword,
      );
      if (!isExported) return [];
      if (ts.isVariableStatement(statement))
        return statement.declarationList.declarations.map(({ name }) => name.getText());
      const { name } = statement as unknown as { name?: ts.Identifier };
      return name ? [name.text] : [];
    }),
  );
}

/** The file in which a name of a room's index is made. */
function homeOf(barrel: string, name: string): string | null {
  if (exportsOf(barrel).has(name)) return barrel;
  for (const statement of sourceOf(barrel).statements) {
    if (!ts.isExportDeclaration(statement) || !statement.moduleSpecifier) continue;
    const [target] = filesOf(barrel, (statement.moduleSpecifier as ts.StringLiteral).text);
    const { exportClause } = statement;
    if (!target) continue;
    if (!exportClause) {
      const found = homeOf(target, name);
      if (found) return found;
    } else if (ts.isNamedExports(exportClause) && exportClause.elements.some((each) => each.name.text === name))
      return homeOf(target, name) ?? target;
  }
  return null;
}

function importsOf(file: string): Import[] {
  const found: Import[] = [];
  const add = (specifier: string, names: readonly string[]) => {
    const files = filesOf(file, specifier);
    if (files.length === 0) found.push({ from: packageOf(specifier), name: '', isPackage: true });
    for (const target of files)
      if (!isBarrel(target)) found.push({ from: target, name: '', isPackage: false });
      else for (const name of names) found.push({ from: homeOf(target, name) ?? target, name, isPackage: false });
  };
  const visit = (node: ts.Node): void => {
    if ((ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) && node.moduleSpecifier) {
      const bindings = ts.isImportDeclaration(node) ? node.importClause?.namedBindings : node.exportClause;
      const elements = bindings && 'elements' in bindings ? [...bindings.elements] : [];
      add(
        (node.moduleSpecifier as ts.StringLiteral).text,
        elements.map(({ propertyName, name }) => (propertyName ?? name).getText()),
      );
    }
    if (ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.ImportKeyword) {
      const [first] = node.arguments;
      if (first && ts.isStringLiteral(first)) add(first.text, []);
    }
    ts.forEachChild(node, visit);
  };
  visit(sourceOf(file));
  return found;
}

const packageOf = (specifier: string): string =>
  specifier
    .split('/')
    .slice(0, specifier.startsWith('@') ? 2 : 1)
    .join('/');

/** The index of a room with no more than what comes along. */
function barrelOf(barrel: string, taken: ReadonlySet<string>): string {
  return sourceOf(barrel)
    .statements.flatMap((statement) => {
      if (!ts.isExportDeclaration(statement) || !statement.moduleSpecifier) return [statement.getText()];
      const [target] = filesOf(barrel, (statement.moduleSpecifier as ts.StringLiteral).text);
      return target && taken.has(target) ? [statement.getText()] : [];
    })
    .join('\n');
}

export interface KitFiles {
  /** Texts by their paths in a project. */
  files: Record<string, string>;
  /** The packages that they import. */
  packages: string[];
}

/** The kit as a finished project takes it along: its own files as they are, and of core what they use. */
export function kitFiles(): KitFiles {
  const taken = new Set<string>(ENTRIES);
  const packages = new Set<string>();
  const types = new Set<string>();
  const queue = [...ENTRIES];
  for (let file = queue.shift(); file; file = queue.shift())
    for (const { from, name, isPackage } of importsOf(file)) {
      if (isPackage) packages.add(from);
      else if (from.startsWith(MODEL)) types.add(name);
      else if (!taken.has(from)) {
        taken.add(from);
        queue.push(from);
      }
    }
  const texts = [...taken].map((file): [string, string] => [placeOf(file), readFileSync(file, 'utf8')]);
  const rooms = new Set([...taken].filter((file) => file.startsWith('core/')).map((file) => file.split('/')[1]));
  const barrels = [...rooms]
    .map((room) => `core/${room}/index.ts`)
    .map((barrel): [string, string] => [placeOf(barrel), `${barrelOf(barrel, taken)}\n`]);
  const model: [string, string][] = [
    ['kit/core/model/constants.ts', readFileSync('core/model/constants.ts', 'utf8')],
    ['kit/core/model/index.ts', modelTypes([...types])],
  ];
  const looks: [string, string] = [LOOKS, readFileSync(LOOKS, 'utf8')];
  const files = Object.fromEntries(
    [...texts, ...barrels, ...model, looks].sort(([one], [other]) => (one < other ? -1 : 1)),
  );
  return { files, packages: [...packages].sort() };
}

/** Rooms of core stand inside the kit. */
const placeOf = (file: string): string => (file.startsWith('core/') ? `kit/${relative('.', file)}` : file);
