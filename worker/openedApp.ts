import { type AppDocument, type DocumentChange, releasesIn } from './appDocument';
import { readRows } from './bulkRows';
import { guardHandQueries } from './handQueries';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import type { Journal } from './journal';
import type { AppState, OpeningNews } from './protocol';
import { withoutBulk } from './ripple';
import { compileApp } from '@/core/compile';
import type { Ripple, RoutineNews } from '@/core/compiled';
import type { PendingWrite } from '@/core/driver';
import type { Engine } from '@/core/engine';
import { parameters } from '@/core/expression';
import type { Definition, RowSets, Starting } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { type Problem, ProblemError, toProblem } from '@/core/problem';
import {
  changesSchema,
  frozenOf,
  type KeptReleases,
  rehearsedBy,
  type Rehearsed,
  releaseHeads,
  type Trial,
} from '@/core/release';
import { memo } from '@/core/memo';
import { inPlanWords, Runtime } from '@/core/runtime';
import { type PlanEntry, replayFault, toBase64 } from '@/core/store';

/** After these nothing more can be written here: the app has to be opened again, or goes on elsewhere. */
const ENDS: readonly Problem['code'][] = ['not-owner', 'store-doubt'];

/** What an entry of the journal undoes or makes again; `final`: nothing before it can be undone. */
export interface Marks {
  undoes?: number;
  redoes?: number;
  final?: true;
}

type Change = Pick<PlanEntry, 'label' | 'statements' | 'undoing'>;

type Pending = { commit(): void; rollback(): void } | null;

/** Whether phones of all releases are upgraded alike to what two documents say. */
const leadsToSame = (one: AppDocument, other: AppDocument): boolean =>
  one.definition === other.definition &&
  one.upgrade === other.upgrade &&
  one.releases?.list.length === other.releases?.list.length;

/** Whether phones of the last release have to be upgraded. */
const isUpgraded = memo((document: AppDocument): boolean => {
  const { definition, upgrade, releases } = document;
  if (!releases) return false;
  const { definition: last } = releases.newest;
  // Most edits are of screens: then there is nothing to be reckoned.
  const isSame = last.tables === definition.tables && last.people === definition.people;
  return !(isSame && !upgrade) && changesSchema(last, frozenOf(document));
});

/**
 * An app that is open: its document, its database and its journal, kept in step. Whoever calls has its turn: between a
 * write and its acknowledgement nobody reads what may yet be rolled back.
 */
export class OpenedApp {
  generation = 1;
  /** What was tried of the upgrade to `document`. */
  private tried: { document: AppDocument; trials: Trial[] } | null = null;
  private running: { definition: Definition; engine: Engine; runtime: Runtime } | null = null;

  /** `onLong`: the journal has grown long. */
  constructor(
    readonly environment: HostEnvironment,
    public engine: Engine,
    readonly journal: Journal,
    public document: AppDocument,
    public news: OpeningNews,
    private readonly onLong: () => void,
  ) {}

  get definition(): Definition {
    return this.document.definition;
  }

  get starting(): Starting | null {
    return this.document.starting;
  }

  get releases(): KeptReleases | null {
    return releasesIn(this.document);
  }

  state(): AppState {
    return {
      seq: this.journal.seq,
      definition: this.definition,
      undo: this.journal.undo.at(-1)?.label ?? null,
      redo: this.journal.redo.at(-1)?.label ?? null,
      generation: `${this.environment.token}.${this.generation}`,
      starting:
        this.starting &&
        Object.fromEntries(Object.entries(this.starting.rows).map(([id, { rows }]) => [id, rows.length])),
      releases: releaseHeads(this.releases),
      upgrade: this.document.upgrade,
      rehearsed: this.rehearsed(),
      news: this.news,
    };
  }

  /** What the upgrade of older releases to the plan of now came to. */
  rehearsed(): Rehearsed {
    return isUpgraded(this.document) ? rehearsedBy(releaseHeads(this.releases), this.trials()) : 'unneeded';
  }

  trials(): Trial[] {
    return this.tried && leadsToSame(this.tried.document, this.document) ? this.tried.trials : [];
  }

  /** What was tried before the app was closed. */
  triedBefore(trials: Trial[]): void {
    this.tried = { document: this.document, trials };
  }

  /** Notes what came of an upgrade to `document`; one that was changed meanwhile is another. */
  noteTrial(document: AppDocument, trial: Trial): void {
    if (!leadsToSame(document, this.document)) return;
    const isSame = ({ releaseId, subject }: Trial) =>
      releaseId === trial.releaseId && JSON.stringify(subject) === JSON.stringify(trial.subject);
    this.tried = { document, trials: [...this.trials().filter((each) => !isSame(each)), trial] };
  }

  tellState(): AppState {
    const state = this.state();
    this.environment.emit({ kind: 'state-changed', appId: this.definition.id, state });
    return state;
  }

  /** The app as it is now, over its database. */
  runtime(): Runtime {
    if (this.running?.definition !== this.definition || this.running.engine !== this.engine)
      this.running = {
        definition: this.definition,
        engine: this.engine,
        runtime: new Runtime(compileApp(this.definition), this.engine),
      };
    return this.running.runtime;
  }

  rowSets(): RowSets {
    return readRows((sql) => this.engine.query(sql).rows, this.definition);
  }

  readonly openBeside = () => openEngine(this.environment, null);

  /** The day where this machine is, as `:today` is in expressions. */
  today(): string {
    return String(this.engine.query(`SELECT ${parameters.today?.sql} AS day`).rows[0]?.day);
  }

  /** Stores a pending write and commits it, or rolls it back where it cannot be stored. */
  async acknowledge(
    pending: PendingWrite<unknown>,
    label: string,
    started: number,
    marks: Marks = {},
    lastId: number | null = null,
    news?: RoutineNews,
  ): Promise<Ripple> {
    const { clock, emit } = this.environment;
    const at = this.environment.now();
    if (pending.changeSet.length > 0)
      await this.append(pending, { kind: 'rows', label, changeSet: toBase64(pending.changeSet), ...marks }, at);
    else pending.commit();
    const told = news && (news.messages.length > 0 || news.go) ? { news } : {};
    const ripple: Ripple = {
      seq: this.journal.seq,
      label,
      at,
      statements: pending.statements.map(withoutBulk),
      changes: pending.changes,
      milliseconds: clock() - started,
      lastId,
      ...told,
      ...(marks.undoes === undefined ? {} : { undoes: marks.undoes }),
    };
    emit({ kind: 'changed', appId: this.definition.id, ripple, state: this.state() });
    return ripple;
  }

  /** Brings database and document to another plan, and stores that. */
  async replan(change: DocumentChange, { label, statements, undoing }: Change, marks: Marks = {}): Promise<void> {
    const pending =
      statements.length > 0
        ? inPlanWords(
            () => physicalPlan(this.definition).tables,
            () => this.engine.migrate(statements),
          )
        : null;
    await this.keepPlan(pending, change, { label, statements, undoing }, marks);
  }

  /** Stores a change of plan that has run, and commits it, or rolls it back where it cannot be stored. */
  async keepPlan(
    pending: Pending,
    { document, patches, inverse }: DocumentChange,
    { label, statements, undoing }: Change,
    marks: Marks = {},
  ): Promise<void> {
    const fault = [...statements, ...undoing].map(replayFault).find((each) => each !== null);
    if (fault) {
      pending?.rollback();
      throw new ProblemError({ code: 'unexpected', detail: fault });
    }
    const entry = { kind: 'plan', label, patches, inverse, statements, undoing, ...marks } as const;
    await this.append(pending, entry, this.environment.now());
    const before = this.definition;
    this.document = document;
    if (pending) this.generation++;
    this.guardQueries(before);
    this.tellState();
  }

  /** Stores an entry, then commits what it tells of; where it cannot be stored, nothing has happened. */
  private async append(pending: Pending, entry: Parameters<Journal['append']>[0], at: string): Promise<void> {
    try {
      await this.journal.append(entry, at);
    } catch (error) {
      pending?.rollback();
      this.endOn(toProblem(error));
      throw error;
    }
    pending?.commit();
    if (this.journal.isLong) this.onLong();
  }

  /** Where nothing more can be written here, the app is told to be lost. */
  private endOn(problem: Problem): void {
    if (ENDS.includes(problem.code))
      this.environment.emit({ kind: 'lost', appId: this.definition.id, inDoubt: problem.code === 'store-doubt' });
  }

  /** Hand-written SQL is looked at again where what it may speak of has changed. */
  private guardQueries(before: Definition): void {
    const { tables, people, queries } = this.definition;
    const isSame = before.tables === tables && before.people === people && before.queries === queries;
    if (!isSame && [...(before.queries ?? []), ...(queries ?? [])].some(({ sql }) => sql !== undefined))
      guardHandQueries(this.engine, this.definition);
  }
}
