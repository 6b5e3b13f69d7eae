import { installSql } from './bulkRows';
import { openEngine } from './hostEnvironment';
import type { OpenedApp } from './openedApp';
import type { PhoneSource } from './phoneOf';
import { bringBack, installed, makeDifficult } from './rehearsal';
import { rowCounts } from './rowCalls';
import type { Engine } from '@/core/engine';
import type { Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { frozenIn, releaseHeads } from '@/core/release';

/** A phone as it is stored first: a release, its plan, and a database. */
export interface MadePhone {
  releaseId: string;
  definition: Definition;
  database: Uint8Array;
  rows: number;
}

/** Makes the database of a phone that has a release; one out of a file says itself which it has. */
export function madePhone(app: OpenedApp, asked: string, source: PhoneSource): MadePhone {
  const engine = opened(app, asked, source);
  try {
    const releaseId = typeof source === 'object' ? recognised(app, engine) : asked;
    const frozen = frozenIn(app.releases, releaseId);
    if (source === 'bench') bringBack(app, engine, frozen.definition);
    if (source === 'difficult') makeDifficult(engine, frozen.definition);
    const { definition } = frozen;
    const rows = Object.values(rowCounts({ definition, engine })).reduce((sum, count) => sum + count, 0);
    return { releaseId, definition, database: engine.exportClean(), rows };
  } finally {
    engine.close();
  }
}

function opened(app: OpenedApp, asked: string, source: PhoneSource): Engine {
  if (typeof source === 'object') return readFile(app, source.file);
  const images = {
    starting: () => installed(app.environment, frozenIn(app.releases, asked)),
    bench: () => app.engine.export(),
    difficult: () => null,
  };
  return openEngine(app.environment, images[source]());
}

/** A database out of a file. Throws a Problem of code `file-broken` where SQLite cannot read it. */
function readFile(app: OpenedApp, file: Uint8Array): Engine {
  try {
    return openEngine(app.environment, file);
  } catch {
    throw broken('SQLite cannot read it');
  }
}

/** Every column of every table that is a plan's: what the studio and upgrades keep beside them is left out. */
const SHAPE = `SELECT m.name AS "table", c.name AS "column", c.type AS type
  FROM sqlite_schema AS m, pragma_table_info(m.name) AS c
  WHERE m.type = 'table' AND m.name NOT GLOB 'sqlite_*' AND m.name NOT GLOB '_fern*' AND m.name NOT GLOB '_aside_*'
  ORDER BY 1, 2`;

const shapeOf = (engine: Engine): string[] =>
  engine.query(SHAPE).rows.map(({ table, column, type }) => `${String(table)}.${String(column)} ${String(type)}`);

const broken = (reason: string) => new ProblemError({ code: 'file-broken', place: 'the database', reason });

/**
 * The release that a database file is of, by its tables and by the version that it says it has. Throws a Problem of code
 * `file-broken` where it is sound of none.
 */
export function recognised(app: OpenedApp, engine: Engine): string {
  let shape: string[];
  try {
    const [check] = engine.query('PRAGMA integrity_check').rows;
    if (check?.integrity_check !== 'ok') throw broken(String(check?.integrity_check ?? 'nothing in it can be read'));
    shape = shapeOf(engine);
  } catch (error) {
    if (error instanceof ProblemError && error.problem.code === 'file-broken') throw error;
    throw broken('SQLite cannot read it');
  }
  const heads = releaseHeads(app.releases).toReversed();
  const version = Number(engine.query('PRAGMA user_version').rows[0]?.user_version ?? 0);
  const newest = heads[0]?.schema ?? 0;
  const found = heads.filter(({ id }) => isSameShape(app, id, shape));
  const best = found.find(({ schema }) => schema === version) ?? found[0];
  if (best) return best.id;
  if (version > newest) throw broken(`it is of version ${version}, and the newest release has ${newest}`);
  throw broken(`no release has its tables: ${strangers(app, shape).slice(0, 5).join(', ')}`);
}

function isSameShape(app: OpenedApp, releaseId: string, shape: readonly string[]): boolean {
  const wanted = releasedShape(app, releaseId);
  return wanted.length === shape.length && wanted.every((each, at) => each === shape[at]);
}

function releasedShape(app: OpenedApp, releaseId: string): string[] {
  const engine = app.openBeside();
  try {
    engine.migrate(installSql(frozenIn(app.releases, releaseId).definition)).commit();
    return shapeOf(engine);
  } finally {
    engine.close();
  }
}

/** What a file has that the newest release does not know, or that it lacks. */
function strangers(app: OpenedApp, shape: readonly string[]): string[] {
  const known = releasedShape(app, releaseHeads(app.releases).at(-1)?.id ?? '');
  const nameOf = (each: string) => each.split(' ')[0] ?? each;
  return [
    ...shape.filter((each) => !known.includes(each)).map((each) => `${nameOf(each)} is unknown`),
    ...known.filter((each) => !shape.includes(each)).map((each) => `${nameOf(each)} is missing`),
  ];
}
