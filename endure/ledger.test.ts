import { type Holding, Ledger } from './ledger';

const holding = (...performers: string[]): Holding => ({ performers, tables: [] });

describe('a ledger of what was acknowledged', () => {
  it('takes an acknowledged change for lost where it is not there, and one on its way for neither', () => {
    const ledger = new Ledger(holding('Ada'));
    ledger.begin({ performers: ['Ada', 'Bram'] });
    ledger.isAcknowledged();
    ledger.begin({ performers: ['Ada', 'Bram', 'Cosima'] });
    expect(ledger.judge(holding('Ada'))).toBe('lost');
    ledger.begin({ performers: ['Ada', 'Bram'] });
    expect(ledger.judge(holding('Ada'))).toBe('as acknowledged');
    ledger.begin({ performers: ['Ada', 'Bram'] });
    expect(ledger.judge(holding('Ada', 'Bram'))).toBe('with what was on its way');
    expect(ledger.judge(holding('Ada'))).toBe('lost');
  });

  it('takes a refused change that is there for a loss', () => {
    const ledger = new Ledger(holding('Ada'));
    ledger.begin({ performers: ['Ada', 'Bram'] });
    ledger.isRefused();
    expect(ledger.judge(holding('Ada', 'Bram'))).toBe('lost');
  });

  it('goes back by undo and forth by redo, also past one that was on its way', () => {
    const ledger = new Ledger(holding('Ada'));
    ledger.begin({ performers: ['Ada', 'Bram'] });
    ledger.isAcknowledged();
    ledger.beginUndo();
    expect(ledger.judge(holding('Ada'))).toBe('with what was on its way');
    expect(ledger.state.future).toEqual([holding('Ada', 'Bram')]);
    ledger.beginRedo();
    ledger.isAcknowledged();
    expect(ledger.state).toEqual({ now: holding('Ada', 'Bram'), past: [holding('Ada')], future: [] });
  });
});
