import type { BrowserContext } from '@playwright/test';
import type { Random } from '../demo/random';
import { Ledger } from './ledger';
import { Tab } from './tab';
import { type Answer, randomTap } from './taps';

export interface Counts {
  rounds: number;
  taps: number;
  acknowledged: number;
  refused: number;
  unknown: number;
  killsOfRenderer: number;
  killsOfWorker: number;
  killedOnTheWay: number;
  takeoversAnswered: number;
  takeoversUnanswered: number;
  storageFaults: number;
  losses: string[];
  /** Rounds in which a page did not do what was asked of it. */
  stuck: string[];
}

export const nothingYet = (): Counts => ({
  rounds: 0,
  taps: 0,
  acknowledged: 0,
  refused: 0,
  unknown: 0,
  killsOfRenderer: 0,
  killsOfWorker: 0,
  killedOnTheWay: 0,
  takeoversAnswered: 0,
  takeoversUnanswered: 0,
  storageFaults: 0,
  losses: [],
  stuck: [],
});

const TAPS_A_ROUND = 4;
/** Longer than a tab that wants an app waits for the answer of the one that has it. */
const SLEEP_MS = 7000;

/**
 * One lane of rounds in a browser profile of its own. A round opens the demo, compares everything in it with what was
 * acknowledged, taps, and ends without warning.
 */
export class Lane {
  private ledger: Ledger | null = null;
  private untouched = '';
  private tapped = 0;
  private trace: string[] = [];

  constructor(
    private readonly context: BrowserContext,
    private readonly url: string,
    private readonly random: Random,
    private readonly counts: Counts,
  ) {}

  async round(): Promise<void> {
    const tab = await Tab.open(this.context, this.url);
    try {
      await this.tapAndKill(tab);
    } catch (error) {
      // A page that does not do what is asked of it: reported with what led there and what it shows. The next round
      // compares as ever.
      const screens = await Promise.all(
        this.context.pages().map((page) => page.locator('body').ariaSnapshot().catch(String)),
      );
      this.counts.stuck.push([`round ${this.counts.rounds}: ${String(error)}`, ...this.trace, ...screens].join('\n'));
      await this.context.newPage();
      await Promise.all(
        this.context
          .pages()
          .slice(0, -1)
          .map((page) => page.close()),
      );
    }
    this.counts.rounds++;
  }

  private async tapAndKill(opened: Tab): Promise<void> {
    const { random, counts } = this;
    let tab = opened;
    await this.compare(tab);
    await tab.signIn();
    if (random.chance(8)) tab = await this.takenOver(tab);
    const taps = random.whole(1, TAPS_A_ROUND);
    for (let index = 0; index < taps; index++) {
      if (random.chance(12)) {
        counts.storageFaults++;
        await tab.trouble({ failIn: random.whole(1, 3) });
      }
      const tapped = await this.tap(tab);
      // The last one is cut off somewhere on its way, or just after it was acknowledged.
      const isCutOff = index === taps - 1 && random.chance(60);
      if (isCutOff) {
        counts.killedOnTheWay++;
        await tab.page.waitForTimeout(random.whole(0, 40));
      } else if ((await this.hear(tapped.said())) !== 'acknowledged') break;
    }
    await this.kill(tab);
  }

  /** A last look at what the last round left. */
  async end(): Promise<void> {
    await this.compare(await Tab.open(this.context, this.url));
  }

  /** Everything acknowledged is there, and nothing that was refused. */
  async compare(tab: Tab): Promise<void> {
    const { ledger, counts } = this;
    const found = await tab.holding(ledger?.mayHold ?? []);
    if (!ledger) {
      this.ledger = new Ledger(found.holding);
      this.untouched = found.untouched;
      return;
    }
    const { expected } = ledger;
    const verdict = ledger.judge(found.holding);
    if (verdict === 'lost' || found.untouched !== this.untouched)
      counts.losses.push(JSON.stringify({ round: counts.rounds, trace: this.trace, expected, found }));
    this.trace = [];
  }

  /**
   * A second tab takes the app while the first may be in the midst of a write, awake or asleep. The tab that goes on.
   */
  private async takenOver(first: Tab): Promise<Tab> {
    const { random, counts } = this;
    const second = await Tab.open(this.context, this.url);
    await second.isElsewhere();
    const isAsleep = random.chance(50);
    const tapped = await this.tap(first);
    if (isAsleep) {
      await first.page.waitForTimeout(random.whole(0, 30));
      await first.trouble({ sleep: SLEEP_MS });
      counts.takeoversUnanswered++;
    } else counts.takeoversAnswered++;
    await second.takeOver();
    // What the first tab says of its tap counts: an acknowledgement is one, whoever owns the app by then.
    await this.hear(tapped.said());
    await first.page.close();
    await this.compare(second);
    await second.signIn();
    return second;
  }

  private async tap(tab: Tab) {
    this.counts.taps++;
    this.tapped++;
    const tapped = await randomTap(tab, this.ledger as Ledger, this.random, String(this.tapped).padStart(5, '0'));
    this.trace.push(tapped.what);
    return tapped;
  }

  private async hear(said: Promise<Answer>): Promise<Answer> {
    const answer = await said;
    this.trace.push(answer);
    this.counts[answer]++;
    if (answer === 'acknowledged') this.ledger?.isAcknowledged();
    if (answer === 'refused') this.ledger?.isRefused();
    return answer;
  }

  private async kill(tab: Tab): Promise<void> {
    if (this.random.chance(75)) {
      this.counts.killsOfRenderer++;
      return tab.killRenderer();
    }
    this.counts.killsOfWorker++;
    return tab.killWorker();
  }
}
