import { randomSettings, valueOf, words } from './randomValue';
import { sqlite } from './sqlite';
import { type ColumnSettings, isAsked, isLink } from '@/core/column';
import { tableStatements } from '@/core/compile';
import type { Edit } from '@/core/edit';
import {
  type Column,
  type Definition,
  type Fills,
  type RecordValues,
  samePolicies,
  type Scalar,
  type Table,
} from '@/core/model';

import type { Random } from '@/demo/random';
import type { AppHost } from '@/worker/appHost';
import { unhurried } from '@/worker/bulkInsert';
import { Incoming } from '@/worker/incoming';

const names = ['Size', 'Price', 'Order', 'Group', 'Made', 'Part', 'Where', 'Owner', 'Kind', 'Note'];

/** Whoever works: makes changes of every sort to an open app, at random but the same for the same seed. */
export class Worker {
  private made = 0;

  constructor(
    private readonly chance: Random,
    public host: AppHost,
  ) {}

  /** Tries one change; most stand, some are refused. Throws a Problem where it is. */
  async change(): Promise<void> {
    const { host, chance } = this;
    const definition = host.state().definition;
    if (definition.tables.length === 0 || chance.chance(55)) {
      const [edit, fills] = this.edit(definition);
      await host.edit(edit, fills);
    } else await this.other(definition);
  }

  private newId = (letter: string): string => `${letter}${String(++this.made).padStart(3, '0')}`;
  private name = (): string =>
    `${this.chance.pick(names)}${this.chance.chance(40) ? ` ${this.chance.whole(1, 9)}` : ''}`;

  private edit(definition: Definition): [Edit, Fills] {
    const { chance } = this;
    const { tables, people } = definition;
    const table = tables.length > 0 ? chance.pick(tables) : null;
    if (!table || (tables.length < 4 && chance.chance(25)))
      return [{ kind: 'addTable', tableId: this.newId('t'), columnId: this.newId('c'), name: `${this.name()}s` }, {}];
    const tableId = table.id;
    const column = chance.pick(table.columns);
    const columnId = column.id;
    const other = chance.pick(tables);
    const added = (settings: ColumnSettings): [Edit, Fills] => [
      { kind: 'addColumn', tableId, column: settings, to: chance.whole(0, table.columns.length) },
      settings.required ? { [settings.id]: this.fill(settings) } : {},
    ];
    const changed = (settings: ColumnSettings): [Edit, Fills] => [
      { kind: 'changeColumn', tableId, column: settings },
      chance.chance(60) ? { [settings.id]: this.fill(settings) } : {},
    ];
    switch (chance.whole(1, 21)) {
      case 1:
        return [{ kind: 'renameTable', tableId, name: `${this.name()}s`, recordName: this.name() }, {}];
      case 2:
        return [{ kind: 'removeTable', tableId }, {}];
      case 3:
      case 4:
        return added(this.settings());
      case 5:
      case 6:
      case 7:
        return isLink(column) || column.kind === 'expression'
          ? [{ kind: 'removeColumn', tableId, columnId }, {}]
          : changed({ ...this.settings(), id: columnId, name: column.name });
      case 8:
        return changed({ ...(column as ColumnSettings), required: !column.required } as ColumnSettings);
      case 9:
        return changed({
          ...(column as ColumnSettings),
          name: this.name(),
          unique: chance.chance(30),
          indexed: chance.chance(30),
        } as ColumnSettings);
      case 10:
        return [{ kind: 'removeColumn', tableId, columnId }, {}];
      case 11:
        return [{ kind: 'moveColumn', tableId, columnId, to: chance.whole(0, 5) }, {}];
      case 12:
        return added({
          id: this.newId('c'),
          name: this.name(),
          kind: 'link',
          tableId: other.id,
          inverse: this.name(),
          onDelete: chance.pick(['cascade', 'unlink', 'stop'] as const),
          required: false,
          unique: chance.chance(20),
          default: { kind: 'none' },
        });
      case 13:
        return [
          {
            kind: 'addLinkingTable',
            tableId: this.newId('t'),
            name: this.name(),
            sides: [
              { tableId, columnId: this.newId('c'), name: this.name(), inverse: this.name() },
              {
                tableId: other.id,
                columnId: this.newId('c'),
                name: `${this.name()} too`,
                inverse: `${this.name()} too`,
              },
            ],
          },
          {},
        ];
      case 14:
        return [
          { kind: 'setPeople', people: people && chance.chance(50) ? null : { tableId, pins: chance.chance(50) } },
          {},
        ];
      case 15:
        return [
          { kind: 'setOwned', tableId, owned: !table.owned },
          chance.chance(50) ? { [`owner-${tableId}`]: 1 } : {},
        ];
      case 16:
        return changed({
          ...(column as ColumnSettings),
          perPerson: 'perPerson' in column && column.perPerson ? undefined : true,
          required: false,
          unique: false,
          default: { kind: 'none' },
        } as ColumnSettings);
      case 17:
        return added({
          id: this.newId('c'),
          name: this.name(),
          kind: 'expression',
          text: chance.pick([
            `"${column.identifier}"`,
            `"${column.identifier}" || 'x'`,
            '1 + 1',
            "CASE WHEN :today > '2000-01-01' THEN 'late' END",
          ]),
          required: false,
          unique: false,
          default: { kind: 'none' },
        });
      case 18:
        return [
          {
            kind: 'setNaming',
            tableId,
            naming: chance.chance(50)
              ? { kind: 'column', columnId }
              : {
                  kind: 'expression',
                  text: chance.pick([
                    `'No ' || "${column.identifier}"`,
                    `CASE WHEN :today > '2000-01-01' THEN 'x' || "${column.identifier}" END`,
                  ]),
                },
          },
          {},
        ];
      case 19: {
        const columnIds = [...new Set([columnId, ...table.columns.slice(0, 3).map((each) => each.id)])].slice(0, 2);
        const key = { id: this.newId('k'), unique: chance.chance(60), columnIds };
        return [{ kind: 'setKey', tableId, key: key.unique ? { ...key, onSame: chance.pick(samePolicies) } : key }, {}];
      }
      case 20:
        return [{ kind: 'removeKey', tableId, keyId: table.keys?.[0]?.id ?? '' }, {}];
      default: {
        const id = this.newId('c');
        const link: ColumnSettings = {
          id,
          name: column.name,
          kind: 'link',
          tableId: other.id,
          inverse: this.name(),
          onDelete: 'unlink',
          required: false,
          unique: false,
          default: { kind: 'none' },
        };
        return [
          { kind: 'linkText', tableId, columnId, link, keepText: chance.chance(50) },
          { [id]: { textColumnId: columnId, targetTableId: other.id, by: null } },
        ];
      }
    }
  }

  private settings = (): ColumnSettings => randomSettings(this.chance, this.newId('c'), this.name());

  private fill({ kind }: Pick<ColumnSettings, 'kind'>): Scalar {
    return valueOf({ kind } as Column, this.chance) ?? null;
  }

  /** A change of rows, of starting rows, of screens; an import, or a routine. */
  private async other({ tables, people, routines = [] }: Definition): Promise<void> {
    const { chance, host } = this;
    const table = chance.pick(tables);
    const person = people ? 1 : null;
    switch (chance.whole(1, 14)) {
      case 1:
        return void (await host.startFresh(chance.chance(60), {}));
      case 2:
        return void (await host.keepRowsAsStarting());
      case 3:
        return void (await host.setStartingTable(table.id, chance.chance(50) ? null : { columns: [], rows: [] }));
      case 4:
        return this.importCsv();
      case 5:
        return void (await host.edit(
          {
            kind: 'setQuery',
            query: { id: this.newId('q'), name: this.name(), tableId: table.id, condition: '1 = 1' },
          },
          {},
        ));
      case 6: {
        const column = table.columns.find(({ kind }) => kind === 'text');
        if (column)
          await host.edit(
            {
              kind: 'setRoutine',
              routine: {
                id: this.newId('r'),
                name: this.name(),
                tableId: table.id,
                steps: [
                  { id: 's', kind: 'update', record: ':this', values: [{ columnId: column.id, text: "'routine'" }] },
                ],
              },
            },
            {},
          );
        return;
      }
      case 7: {
        const routine = routines.length > 0 ? chance.pick(routines) : null;
        if (routine) await host.runRoutine({ routineId: routine.id, recordIds: [1], answers: {}, person });
        return;
      }
      case 8:
        return void (await host.edit(
          { kind: 'setTheme', theme: { accent: chance.pick(['moss', 'wine', 'ochre'] as const) } },
          {},
        ));
      default:
        return this.rows(table, person);
    }
  }

  private async rows(table: Table, person: number | null): Promise<void> {
    const { chance, host } = this;
    const { definition } = host.state();
    const statements = tableStatements(definition, table);
    const id = chance.whole(1, 6);
    const values: RecordValues = Object.fromEntries(
      table.columns
        .filter(isAsked)
        .map((column) => [
          column.identifier,
          isLink(column) ? (chance.chance(60) ? chance.whole(1, 3) : null) : valueOf(column, chance),
        ]),
    );
    const run = (verb: string, sql: string, params: RecordValues) =>
      host.write({ verb, person, statements: [{ sql, params, table: table.identifier }] });
    if (chance.chance(50)) {
      const personal = statements.personal
        ? [{ ...statements.personal.inserted, params: values, table: statements.personal.table }]
        : [];
      await host.write({
        verb: 'Saved',
        person,
        statements: [{ ...statements.insert, params: values, table: table.identifier }, ...personal],
      });
    } else if (chance.chance(70)) await run('Saved', statements.update.sql, { ...values, id });
    else await run('Deleted', statements.remove.sql, { id });
  }

  private async importCsv(): Promise<void> {
    const text = `Code,Name,Day\n${Array.from({ length: this.chance.whole(1, 4) }, (_, index) => `${index},${this.chance.pick(words).trim()}x,2026-01-0${index + 1}`).join('\n')}\n`;
    const incoming = Incoming.open(await sqlite(), () => 0, `${this.name()}.csv`, new Uint8Array(Buffer.from(text)));
    await this.host.importTables(incoming.payload([], false), 'a file', this.newId('i'), unhurried);
  }
}
