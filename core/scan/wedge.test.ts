import fc from 'fast-check';
import {
  codeCandidates,
  DEFAULT_WEDGE,
  endKeys,
  pauseAfter,
  QUIET,
  type WedgeKey,
  wedgeKey,
  wedgePause,
  type WedgeSettings,
} from '.';

/** Plays keys into a field, with the pauses between them, and tells what stands in it and which codes were heard. */
function play(keys: readonly WedgeKey[], settings: WedgeSettings = DEFAULT_WEDGE): { typed: string; codes: string[] } {
  let state = QUIET;
  let typed = '';
  const codes: string[] = [];
  const take = (outcome: ReturnType<typeof wedgePause>) => {
    if (outcome.takeBack > 0) typed = typed.slice(0, -outcome.takeBack);
    typed += outcome.release;
    if (outcome.code !== null) codes.push(outcome.code);
    state = outcome.state;
  };
  keys.forEach((key, index) => {
    const outcome = wedgeKey(state, key, settings);
    take(outcome);
    if (!outcome.handled && key.key.length === 1) typed += key.key;
    const wait = pauseAfter(state, settings);
    const next = keys[index + 1];
    if (wait !== null && (!next || next.at - key.at > wait)) take(wedgePause(state, settings));
  });
  return { typed, codes };
}

/** Keys with the milliseconds between them, as they were measured. */
const timed = (text: string, gaps: readonly number[], end: string | null = null, start = 0): WedgeKey[] => {
  let at = start;
  const keys = [...text].map((key, index) => ({
    key,
    at: (at += index === 0 ? 0 : (gaps[index % gaps.length] as number)),
  }));
  return end === null ? keys : [...keys, { key: end, at: at + (gaps[0] as number) }];
};

// Between the keys of scanners by cable and by radio, and of people who type slowly, fast, and in bursts of two keys.
const cable = [2, 1, 3, 2, 2, 4, 1];
const radio = [11, 8, 26, 9, 14, 30, 7, 12];
const slow = [180, 240, 160, 420, 210];
const fast = [92, 71, 110, 64, 85, 130];
const bursts = [12, 96, 21, 140, 18, 88];

describe('a hand scanner', () => {
  it.each([...endKeys, null])('that ends with %s is heard, and nothing of its code stays in the field', (end) => {
    for (const gaps of [cable, radio])
      expect(play(timed('2000000000015', gaps, end), { ...DEFAULT_WEDGE, end })).toEqual({
        typed: '',
        codes: ['2000000000015'],
      });
  });

  it.each(['F8', '~'])('that begins with %s is heard from there, however short the code', (lead) => {
    const settings = { ...DEFAULT_WEDGE, lead };
    expect(play([{ key: lead, at: 0 }, ...timed('A7', cable, 'Enter', 3)], settings)).toEqual({
      typed: '',
      codes: ['A7'],
    });
    expect(play(timed('2000000000015', cable, 'Enter'), settings)).toEqual({ typed: '2000000000015', codes: [] });
  });

  it('may send capitals with Shift, wait before its last key, and scan again at once', () => {
    const shifted = timed('GARMENT-7', cable).flatMap((key) => [{ key: 'Shift', at: key.at }, key]);
    expect(play([...shifted, { key: 'Enter', at: 90 }, ...timed('5901234123457', radio, 'Enter', 200)]).codes).toEqual([
      'GARMENT-7',
      '5901234123457',
    ]);
  });

  it('is heard to its first key where no field has focus, and what a person presses there is given back', () => {
    expect(play(timed('2000000000015', cable, 'Enter').map((key) => ({ ...key, free: true })))).toEqual({
      typed: '',
      codes: ['2000000000015'],
    });
    expect(play([{ key: '2', at: 0, free: true }])).toEqual({ typed: '2', codes: [] });
  });

  it('is heard in the middle of what a person types, which stays', () => {
    const typing = timed('blue', fast);
    const scan = timed('2000000000022', cable, 'Enter', 900);
    expect(play([...typing, ...scan, ...timed('coat', fast, null, 2000)])).toEqual({
      typed: 'bluecoat',
      codes: ['2000000000022'],
    });
  });
});

describe('a person', () => {
  it.each([[slow], [fast], [bursts]])('who types with gaps like %j is never taken for a scanner', (gaps) => {
    for (const text of ['Blue velvet cloak', '5901234123457', 'aa'])
      expect(play(timed(text, gaps, 'Enter'))).toEqual({ typed: text, codes: [] });
  });

  it('loses no letter in whatever rhythm, where nothing is a code', () => {
    const rhythm = fc.array(fc.tuple(fc.constantFrom(...'abc 123'), fc.integer({ min: 1, max: 300 })), {
      maxLength: 40,
    });
    fc.assert(
      fc.property(rhythm, fc.constantFrom(null, ...endKeys), (keys, end) => {
        let at = 0;
        const played = play(
          keys.map(([key, gap]) => ({ key, at: (at += gap) })),
          { ...DEFAULT_WEDGE, end, least: 50 },
        );
        expect(played).toEqual({ typed: keys.map(([key]) => key).join(''), codes: [] });
      }),
    );
  });

  it('and a scanner together give every letter once: to the field, or in a code', () => {
    const keys = fc.array(
      fc.tuple(fc.constantFrom(...'abc123', 'Enter', 'Backspace'), fc.integer({ min: 1, max: 120 })),
      { maxLength: 60 },
    );
    fc.assert(
      fc.property(keys, (all) => {
        let at = 0;
        const { typed, codes } = play(all.map(([key, gap]) => ({ key, at: (at += gap) })));
        const letters = all.filter(([key]) => key.length === 1).map(([key]) => key);
        expect([...typed, ...codes.join('')].sort()).toEqual([...letters].sort());
      }),
    );
  });

  it('who types the character that leads codes keeps it', () => {
    expect(
      play(
        [
          { key: '~', at: 0 },
          { key: 'a', at: 400 },
        ],
        { ...DEFAULT_WEDGE, lead: '~' },
      ),
    ).toEqual({ typed: '~a', codes: [] });
  });
});

test('one item is looked for under every number that it may have', () => {
  expect(codeCandidates('036000291452')).toEqual(['036000291452', '00036000291452', '0036000291452']);
  expect(codeCandidates('0036000291452')).toContain('036000291452');
  expect(codeCandidates(']C10105901234123457')).toEqual(expect.arrayContaining(['05901234123457', '5901234123457']));
  expect(codeCandidates(' RACK-7 ')).toEqual(['RACK-7']);
});
