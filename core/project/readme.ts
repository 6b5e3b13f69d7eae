import type { CompiledApp } from '@/core/compiled';
import { isLink } from '@/core/column';
import type { Definition, ProjectOptions } from '@/core/model';
import type { ProjectFile } from './modules';
import { screenPaths } from './routes';
import { permissionsOf } from '@/core/ship';

/** What stands in a project, how it is run, and how it is changed. */
export function readmeFile(named: Definition, app: CompiledApp, { name, encrypted }: ProjectOptions): ProjectFile {
  const paths = screenPaths(app);
  const screens = app.screens.map(
    (screen) => `| ${cell(screen.name)} | \`${paths.get(screen.id)?.path ?? '/'}\` | \`screens/${screen.id}.ts\` |`,
  );
  const tables = app.tables.map(
    ({ id, name: table, columns }) => `| ${cell(table)} | ${columns.length} | \`database/${id}.ts\` |`,
  );
  const text = `# ${name}

An app that keeps its records in a SQLite database on the phone. It is written in TypeScript with Expo and React Native, and
runs on Android, iOS and the web.

\`\`\`sh
npm install
npm run web        # or: npm run android, npm run ios
npm test           # and: npm run types, npm run lint, npm run format
\`\`\`

On the web SQLite needs a page of its own: wherever the site is published, the server must send the headers
\`Cross-Origin-Opener-Policy: same-origin\` and \`Cross-Origin-Embedder-Policy: credentialless\`.

## Where things are

| folder | what stands in it |
|---|---|
| \`main.ts\` | the app as a whole: its name and look, its tables, screens and routines |
| \`app/\` | the routes of Expo Router, a file each, in a group whose \`_layout.tsx\` is what stands around all screens; \`routes.ts\` says which screen stands where |
| \`screens/\` | a file for each screen: what it shows |
| \`database/\` | \`schema.ts\`: every table's columns; a file for each table: what is read and written of it; \`reads/\`: what each screen reads; \`open.ts\`: how the database is opened; \`migrations.ts\`: what later releases change about it |
| \`routines/\` | a file for each routine: what runs as one transaction, step by step; what it runs stands in \`database/routines/\` |
| \`tests/\` | tests of all of that on SQLite: statements, records, rules, routines, screens, the first start |
| \`assets/starting.db\` | the database that is copied to the phone at the very first start |
| \`kit/\` | the components, the runtime and the words that the other files are written in |

## The tables

\`\`\`mermaid
erDiagram
${diagram(named)}
\`\`\`

| table | columns | file |
|---|---|---|
${tables.join('\n')}

## The screens

| screen | route | file |
|---|---|---|
${screens.join('\n')}

## What it asks for

${permissionLines(app)}
${encrypted ? ENCRYPTED : ''}
## How to change what

- **What a screen shows**: edit its file in \`screens/\`. A column that \`database/schema.ts\` does not have does not compile.
- **A part by hand**: a field, a row, an input, a part of a record, an entry of a menu: each takes a component of your own.
  \`kit/README.md\` shows how.
- **A screen by hand**: put your own component in the route's file in \`app/\` in place of \`<ScreenRoute />\`; \`kit/README.md\` shows one over
  the hooks of a table.
- **A column**: say it in \`database/schema.ts\`, and name it in what its table inserts and updates in \`database/\`; then
  it can stand in screens. For the phones that have the app already add what makes it to \`database/migrations.ts\`, and to
  \`database/schema.sql\`: the tests hold the two against one another.
- **A routine**: its steps stand in \`routines/\`, what they run in \`database/routines/\`.
- **A catalogue for codes that are not found**: set \`EXPO_PUBLIC_CATALOGUE_URL\` to the address of a service that answers at it and the
  code (\`kit/device/catalogue.ts\`).
- **The look**: \`theme\` in \`main.ts\`; the colours themselves stand in \`kit/base/theme.ts\`.
`;
  return { path: 'README.md', text };
}

const permissionLines = (app: CompiledApp): string =>
  permissionsOf(app)
    .map(({ why, screens }) => `- ${why} It is asked for by ${screens.map(cell).join(', ')}.`)
    .join('\n') || 'Nothing: it does with what every app may do.';

const ENCRYPTED = `
The database on a phone is encrypted (SQLCipher); its key is made at the first start and kept by \`expo-secure-store\`. Where that
key is lost, so is what is stored: share backups from the settings screen. On the web it is not encrypted.
`;

/** Tables as boxes, links as lines. Source: mermaid.js.org/syntax/entityRelationshipDiagram.html */
function diagram({ tables }: Definition): string {
  const lines = tables.flatMap((table) =>
    table.columns.filter(isLink).map((column) => {
      const to = tables.find(({ id }) => id === column.tableId)?.id ?? column.tableId;
      return `  ${to} ||--o{ ${table.id} : "${column.name.replaceAll('"', "'")}"`;
    }),
  );
  const linked = lines.join(' ');
  const alone = tables.filter(({ id }) => !linked.includes(` ${id} `)).map(({ id }) => `  ${id}`);
  return [...lines, ...alone].join('\n');
}

const cell = (text: string): string => text.replaceAll('|', '\\|').replace(/\s+/g, ' ');
