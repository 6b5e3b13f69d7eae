import { memo } from '@/core/memo';
import { analyseExpression, typeWords } from '@/core/expression';
import { collectFault } from './collecting';
import { routineCircle, routineFault } from './routineFault';
import { isAsked } from '@/core/column';
import type { Definition, Query, ScanScreen, Screen } from '@/core/model';
import {
  handSqlFault,
  linkOf,
  fitsParameter,
  type Given,
  analysed,
  expressionsOfQuery,
  expressionsOfScreen,
  type PlacedExpression,
  columnAtPath,
} from '@/core/plan';

export interface ScreenFault {
  place: string;
  reason: string;
}

/** What is wrong with the screens and queries of a definition whose tables are right: the first fault, or null. */
export function screensFault(definition: Definition, root: string): ScreenFault | null {
  const { queries = [], screens } = definition;
  const twice =
    repeated(queries, `${root}.queries`) ?? (screens ? repeated(screens.list, `${root}.screens.list`) : null);
  if (twice) return twice;
  for (const [index, query] of queries.entries()) {
    const fault = queryFault(definition, query);
    if (fault) return { place: `${root}.queries[${index}]`, reason: fault };
  }
  const routines = routinesFault(definition, `${root}.routines`);
  if (routines) return routines;
  if (!screens) return null;
  const has = (id: string) => screens.list.some((screen) => screen.id === id);
  if (!has(screens.startId)) return { place: `${root}.screens.startId`, reason: 'there is no screen with this id' };
  if (screens.frame && !screens.frame.screenIds.every(has))
    return { place: `${root}.screens.frame`, reason: 'there is no screen with this id' };
  for (const [index, screen] of screens.list.entries()) {
    const fault = screenFault(definition, screen);
    if (fault) return { place: `${root}.screens.list[${index}]`, reason: fault };
  }
  return null;
}

const routinesFault = (definition: Definition, place: string): ScreenFault | null =>
  definition.routines ? routinesFaultOf(definition.routines, definition, place) : null;

const routinesFaultOf = memo(findRoutinesFault, {
  by: (_, definition, place) => [definition.tables, definition.queries, screenIds(definition), place],
});

function findRoutinesFault(
  routines: NonNullable<Definition['routines']>,
  definition: Definition,
  place: string,
): ScreenFault | null {
  const twice = repeated(routines, place);
  if (twice) return twice;
  for (const [index, routine] of routines.entries()) {
    const fault = routineFault(definition, routine);
    if (fault) return { place: `${place}[${index}]`, reason: fault };
  }
  const circle = routineCircle(definition);
  if (circle)
    return {
      place: `${place}[${routines.findIndex(({ name }) => name === circle[0])}]`,
      reason: `it would start itself again: ${circle.join(' → ')}`,
    };
  return null;
}

function repeated(items: readonly { id: string; name: string }[], place: string): ScreenFault | null {
  for (const key of ['id', 'name'] as const) {
    const seen = new Set<string>();
    for (const [index, item] of items.entries()) {
      const value = key === 'id' ? item.id : item.name.toLowerCase();
      if (seen.has(value)) return { place: `${place}[${index}]`, reason: `“${item[key]}” is there twice` };
      seen.add(value);
    }
  }
  return null;
}

function queryFault(definition: Definition, query: Query): string | null {
  if (!definition.tables.some(({ id }) => id === query.tableId)) return 'its table is not there';
  const written = query.sql === undefined ? null : handSqlFault(definition, query);
  if (written) return `at character ${written.start + 1} of its SQL, ${written.reason}`;
  return parameterFault(definition, query) ?? firstFault(definition, expressionsOfQuery(definition, query));
}

function parameterFault({ people }: Definition, { parameters = [] }: Query): string | null {
  for (const [index, { name, kind, value }] of parameters.entries()) {
    if (name === 'today' || parameters.findIndex((each) => each.name === name) < index)
      return `the parameter “:${name}” is there already`;
    if (kind === 'person' && !people) return `the parameter “:${name}” is of the person, and the app has no people`;
    if (!fitsParameter({ kind }, value)) return `the parameter “:${name}” takes a ${kind}, not “${value.slice(0, 40)}”`;
  }
  return null;
}

/** What is wrong with a screen, in words; found once for a screen under one plan. */
export const screenFault = (definition: Definition, screen: Screen): string | null => faultOf(screen, definition);

const faultOf = memo(
  (screen: Screen, definition: Definition): string | null =>
    referenceFault(definition, screen) ?? firstFault(definition, expressionsOfScreen(definition, screen)),
  // What a screen is held against: the plan, the queries, and which other screens there are.
  {
    by: (_, definition) => [
      definition.tables,
      definition.people,
      definition.queries,
      definition.routines,
      screenIds(definition),
    ],
  },
);

/** Which screens there are, in their order. */
const screenIds = ({ screens }: Definition): string => (screens ? idsIn(screens.list) : '');
const idsIn = memo((list: readonly Screen[]) => list.map(({ id }) => id).join('\n'));

function referenceFault(definition: Definition, screen: Screen): string | null {
  const { queries = [], screens, tables } = definition;
  const table = 'tableId' in screen ? tables.find(({ id }) => id === screen.tableId) : undefined;
  if ('tableId' in screen && !table) return 'its table is not there';
  const noScreen = (id: string | undefined) =>
    id !== undefined && !screens?.list.some((each) => each.id === id) ? 'it leads to a screen that is not there' : null;
  const noQuery = (id: string | undefined, tableId?: string, given: Given = {}) => {
    if (id === undefined) return null;
    const query = queries.find((each) => each.id === id);
    if (!query) return 'its query is not there';
    if (tableId !== undefined && query.tableId !== tableId) return 'its query selects rows of another table';
    const wrong = Object.entries(given).find(
      ([name, value]) =>
        !(query.parameters ?? []).some(
          (each) => each.name === name && each.kind !== 'person' && fitsParameter(each, value),
        ),
    );
    return wrong ? `it gives “:${wrong[0]}”, which its query does not take` : null;
  };
  const noRoutine = (id: string, tableId: string | undefined) => {
    const routine = (definition.routines ?? []).find((each) => each.id === id);
    return !routine
      ? 'the routine that it runs is not there'
      : routine.tableId === tableId
        ? null
        : `the routine ${routine.name} is not of its table`;
  };
  const noSide = (columnId: string) =>
    linkOf(definition, columnId)?.column.tableId === table?.id ? null : 'it shows records of a link that is not there';
  switch (screen.kind) {
    case 'list':
      return (
        noQuery(screen.queryId, screen.tableId, screen.given) ??
        noScreen(screen.recordScreenId) ??
        noScreen(screen.formScreenId) ??
        (screen.labels && !table?.columns.some(({ id, kind }) => id === screen.labels?.columnId && kind === 'barcode')
          ? 'its labels are of a code that is not there'
          : null) ??
        first((screen.routineIds ?? []).map((id) => noRoutine(id, screen.tableId))) ??
        (screen.rowRoutineId !== undefined && !screen.routineIds?.includes(screen.rowRoutineId)
          ? 'the routine of its rows’ button is none that it runs'
          : null) ??
        (screen.collect
          ? collectFault({ tables }, [screen.tableId], screen.collect)
          : screen.tap === 'collect'
            ? 'a tap puts a row on a list that there is none of'
            : null) ??
        ((screen.filters ?? []).every((columnId) => table?.columns.some(({ id }) => id === columnId))
          ? null
          : 'it filters by a column that is not there')
      );
    case 'record':
      return (
        first(
          (screen.parts ?? []).map((part) =>
            part.kind === 'button'
              ? noScreen(part.screenId)
              : part.kind === 'routine'
                ? noRoutine(part.routineId, screen.tableId)
                : part.kind === 'linked'
                  ? (noSide(part.columnId) ?? noScreen(part.listScreenId))
                  : null,
          ),
        ) ??
        (screen.page?.lines ? noSide(screen.page.lines.columnId) : null) ??
        noScreen(screen.formScreenId)
      );
    case 'form':
      return first(
        (screen.parts ?? []).map((part) => {
          if (part.kind === 'field')
            return table?.columns.some((column) => column.id === part.columnId && isAsked(column))
              ? null
              : 'it asks for a column that is not there';
          if (part.kind !== 'lines') return null;
          const side = linkOf(definition, part.columnId);
          return (
            noSide(part.columnId) ??
            (part.fields.every((id) =>
              side?.table.columns.some((column) => column.id === id && isAsked(column) && !column.perPerson),
            )
              ? null
              : 'its lines ask for a column that is not there')
          );
        }),
      );
    case 'menu':
      return first(
        screen.entries.map((entry) =>
          entry.kind === 'heading'
            ? null
            : ((entry.kind === 'routine' ? noRoutine(entry.routineId, undefined) : noScreen(entry.screenId)) ??
              noQuery(entry.when?.queryId) ??
              (entry.kind === 'rows' ? noQuery(entry.queryId, entry.tableId, entry.given) : null) ??
              (entry.when?.person !== undefined && !definition.people
                ? 'an entry depends on the person, and the app has no people'
                : null)),
        ),
      );
    case 'report':
      return (
        noQuery(screen.queryId, screen.tableId, screen.given) ??
        (screen.value.aggregate !== 'count' && screen.value.text === undefined
          ? `${screen.value.aggregate} needs an expression`
          : null)
      );
    case 'scan':
      return scanFault(definition, screen);
    case 'settings':
      return null;
  }
}

function scanFault({ tables, routines = [] }: Definition, { codes, found }: ScanScreen): string | null {
  const columnOf = ({ tableId, columnId }: { tableId: string; columnId: string }) =>
    tables.find(({ id }) => id === tableId)?.columns.find(({ id }) => id === columnId);
  if (!codes.every((code) => columnOf(code)?.kind === 'barcode'))
    return 'it looks for codes in a column that is not there';
  if (found.kind === 'routine') {
    const routine = routines.find(({ id }) => id === found.routineId);
    return !routine
      ? 'the routine that it runs is not there'
      : codes.every(({ tableId }) => tableId === routine.tableId)
        ? null
        : `the routine ${routine.name} is not of what is scanned`;
  }
  if (found.kind === 'open') return null;
  return collectFault(
    { tables },
    codes.map(({ tableId }) => tableId),
    found,
  );
}

const first = (faults: readonly (string | null)[]): string | null => faults.find((fault) => fault !== null) ?? null;

function firstFault(definition: Definition, expressions: readonly PlacedExpression[]): string | null {
  return first(expressions.map((each) => expressionFault(definition, each)));
}

/** Why an expression cannot stand where it does, in words, or null. */
export function expressionFault(
  definition: Pick<Definition, 'tables'>,
  { text, tableId, expected, scope }: Pick<PlacedExpression, 'text' | 'tableId' | 'expected' | 'scope'>,
): string | null {
  const { faults, type } = scope ? analyseExpression(text, scope) : analysed(definition, tableId, text);
  const kind = columnAtPath(definition, tableId, text)?.column.kind;
  if (expected === 'shown' && (kind === 'picture' || kind === 'file')) return null;
  const [fault] = faults;
  if (fault)
    return `“${text}”: at character ${fault.start + 1}, ${fault.reason}${fault.suggestion ? `; did you mean “${fault.suggestion}”?` : ''}`;
  if (type.kind === 'any') return null;
  if (expected === 'condition' && type.kind !== 'yesNo')
    return `“${text}”: a condition is yes or no, not ${typeWords(type)}`;
  if (expected === 'tone' && type.kind !== 'text') return `“${text}”: a tone is text, not ${typeWords(type)}`;
  if (expected === 'number' && type.kind !== 'number' && type.kind !== 'money' && type.kind !== 'measure')
    return `“${text}”: this takes a number, not ${typeWords(type)}`;
  return null;
}
