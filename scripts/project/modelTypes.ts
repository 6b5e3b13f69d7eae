import ts from 'typescript';

const INDEX = 'core/model/index.ts';
const FLAGS =
  ts.TypeFormatFlags.NoTruncation |
  ts.TypeFormatFlags.InTypeAlias |
  ts.TypeFormatFlags.UseAliasDefinedOutsideCurrentScope |
  ts.TypeFormatFlags.UseSingleQuotesForStringLiteralType;

/** Shorter than this a type is told in full wherever it stands. */
const WORTH_A_NAME = 60;

/**
 * The types of the model that are asked for, and those that they are made of, in plain TypeScript: a project holds no
 * definition, so it needs nothing that would check one.
 */
export function modelTypes(asked: readonly string[]): string {
  const { config } = ts.readConfigFile('tsconfig.json', (path) => ts.sys.readFile(path)) as { config: unknown };
  const { options } = ts.parseJsonConfigFileContent(config, ts.sys, '.');
  const program = ts.createProgram([INDEX], options);
  const checker = program.getTypeChecker();
  const index = program.getSourceFile(INDEX);
  const module = index && checker.getSymbolAtLocation(index);
  if (!module) throw new Error(`${INDEX} is no module`);
  const told = checker
    .getExportsOfModule(module)
    .map((symbol) => (symbol.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(symbol) : symbol))
    .filter(({ flags }) => flags & (ts.SymbolFlags.TypeAlias | ts.SymbolFlags.Interface))
    .map((symbol) => typeOf(checker, symbol));
  const named = withNames(told.filter(({ text }) => !text.includes('typeof ')));
  const wanted = reached(named, asked);
  const values = 'export * from "./constants";\n';
  return (
    values +
    named
      .filter(({ name }) => wanted.has(name))
      .map(({ name, head, text }) => `export type ${name}${head} = ${text};`)
      .join('\n\n') +
    '\n'
  );
}

interface Told {
  name: string;
  /** The type's parameters. */
  head: string;
  text: string;
}

function typeOf(checker: ts.TypeChecker, symbol: ts.Symbol): Told {
  const declaration = symbol.declarations?.find(
    (each): each is ts.TypeAliasDeclaration | ts.InterfaceDeclaration =>
      ts.isTypeAliasDeclaration(each) || ts.isInterfaceDeclaration(each),
  );
  const parameters = declaration?.typeParameters?.map((each) => each.getText()).join(', ');
  const head = parameters ? `<${parameters}>` : '';
  // One of parameters is told as it is written: it stands on others by their names.
  const text =
    parameters && declaration && ts.isTypeAliasDeclaration(declaration)
      ? declaration.type.getText()
      : checker.typeToString(checker.getDeclaredTypeOfSymbol(symbol), declaration, FLAGS);
  return { name: symbol.name, head, text };
}

/** Where a type holds another one whole, by the name of that. */
function withNames(told: readonly Told[]): Told[] {
  const longest = [...told].sort((one, other) => other.text.length - one.text.length);
  return told.map((each) => {
    let { text } = each;
    for (const other of longest)
      if (other.name !== each.name && other.text.length >= WORTH_A_NAME && other.text.length < each.text.length)
        text = text.split(other.text).join(other.name);
    return { ...each, text };
  });
}

function reached(named: readonly Told[], asked: readonly string[]): Set<string> {
  const found = new Set<string>();
  const queue = [...asked];
  for (let name = queue.shift(); name; name = queue.shift()) {
    const one = named.find((each) => each.name === name);
    if (!one || found.has(name)) continue;
    found.add(name);
    queue.push(...[...one.text.matchAll(/\b[A-Z]\w+/g)].map(([word]) => word));
  }
  return found;
}
