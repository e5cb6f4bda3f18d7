import fc from 'fast-check';
import { type ChannelId, CHANNELS, type ChannelValues, frameOf, PHASE } from '../channel';
import { type CounterReading, countedBetween, countersAt } from './counted';
import { betweenWords, countedSentences } from './countedWords';
import { COUNTERS, CYLINDER_CUTS } from './counters';

/** The counters at a time of an engine that runs, where nothing else is said. */
const at = (time: number, values: ChannelValues = {}): CounterReading =>
  countersAt(frameOf({ phase: PHASE.running, sync: 2, time, turns: 20 * time, ...values }));
const words = (before: CounterReading, after: CounterReading) => betweenWords(countedBetween(before, after));
const said = (before: CounterReading, after: CounterReading) =>
  countedSentences(countedBetween(before, after)).map(({ tone, text }) => `${tone}: ${text}`);

describe.each(COUNTERS)('$channel', (counter) => {
  test('counts, has words for one and for several, and says what to look at', () => {
    const info = CHANNELS[counter.channel];
    // Of the link nothing is known before there is one.
    const [origin, rest] = counter.channel.startsWith('link') ? ['link', NaN] : ['counted', 0];
    expect([info.quantity, info.origin, info.rest]).toEqual(['count', origin, rest]);
    expect(counter.one).not.toBe(counter.many);
    expect(counter.look).toMatch(/^[A-Z].*\.$/);
    const one = said(at(10), at(20, { [counter.channel]: 1 }));
    expect(one[0]).toContain(`1 ${counter.one}. ${counter.look}`);
    expect(words(at(10), at(20, { [counter.channel]: 2 }))).toContain(`2 ${counter.many}`);
  });
});

test('every channel that counts trigger, cuts or power has a counter', () => {
  const counted = (Object.keys(CHANNELS) as ChannelId[]).filter(
    (id) =>
      CHANNELS[id].origin === 'counted' && CHANNELS[id].quantity === 'count' && !('codes' in CHANNELS[id]),
  );
  const known = new Set<ChannelId>([...COUNTERS, ...CYLINDER_CUTS].map(({ channel }) => channel));
  // What is no counter of trouble: sums of others, and places.
  const others = [
    'cylinder',
    'sync',
    'fuelCuts',
    'sparkCuts',
    'knockCount',
    'turns',
    'gear',
    'turnsSinceOpening',
  ];
  expect(counted.filter((id) => !known.has(id) && !others.includes(id))).toEqual([]);
});

describe('between two marks', () => {
  test('nothing came: clean', () => {
    expect(words(at(10), at(11.2))).toBe('Clean in 1.2 s');
    expect(said(at(10), at(11.2))).toEqual([
      'good: Nothing was missed, nothing was lost, and nothing was held back.',
    ]);
  });

  test('a crank that was not seen to turn is not called clean', () => {
    const stood = [at(10, { turns: 5 }), at(12, { turns: 5 })] as const;
    expect(words(...stood)).toBe('Nothing turned in 2.0 s');
    expect(said(...stood)).toEqual([
      'plain: The crank was not seen to turn: of its trigger nothing is known yet.',
    ]);
    expect(words(at(100), at(3, { turns: 0 }))).toBe('Nothing turned since the counters began anew');
    expect(words(at(10, { turns: 5 }), at(12, { turns: 6 }))).toBe('Clean in 2.0 s');
  });

  // 100 − 3 = 97.
  test('97 cam pulses missing in 1.2 s', () => {
    const [before, after] = [
      at(10, { camPulsesMissing: 3 }),
      at(11.2, { camPulsesMissing: 100, syncLosses: 1 }),
    ];
    expect(words(before, after)).toBe('97 cam pulses missing, 1 loss of sync in 1.2 s');
    expect(said(before, after)).toEqual([
      expect.stringMatching(/^error: 97 cam pulses missing\. Look at the cam sensor’s plug first/),
      'error: 1 loss of sync. The counters above say by which signal.',
    ]);
  });

  test('a few while it first finds its position are normal, more are not, and later none is', () => {
    const standing = at(10, { phase: PHASE.off, sync: 0 });
    const few = at(13, { syncLosses: 1, crankTeethMissing: 2 });
    expect(words(standing, few)).toBe('2 crank teeth missing, 1 loss of sync while catching: normal');
    expect(said(standing, few)).toEqual([
      'plain: 2 crank teeth missing: normal while it first finds its position.',
      'plain: 1 loss of sync: normal while it first finds its position.',
    ]);
    const many = at(13, { syncLosses: 2, crankTeethMissing: 2 });
    expect(words(standing, many)).toBe('2 losses of sync in 3.0 s');
    expect(words(at(10), few)).toBe('2 crank teeth missing, 1 loss of sync in 3.0 s');
    expect(words(at(10, { phase: PHASE.cranking }), few)).toMatch(/ in 3\.0 s$/);
  });

  test('what held it back is said, and is no fault', () => {
    const cut = at(20, { cutsSpeed: 40, cutsShift: 2, cylinderCuts1: 20, cylinderCuts3: 22, overrunCuts: 1 });
    expect(words(at(10), cut)).toBe(
      'Clean in 10.0 s, 40 charges cut: engine speed, 2 charges cut: gear shift, 1 overrun cut',
    );
    expect(said(at(10), cut)).toEqual([
      'plain: 40 charges cut: engine speed. It reached its highest speed: so it should.',
      'plain: 2 charges cut: gear shift. A gear was shifted with the foot down.',
      expect.stringMatching(/^plain: 1 overrun cut\./),
      'plain: Charges cut by cylinder: 1: 20, 3: 22.',
    ]);
    expect(said(at(10), at(20, { cutsSpeed: 1, noiseEdges: 4 }))[0]).toMatch(/^error: 4 edges of noise/);
  });

  test('the key was off in between: what came since then, and that it is not all', () => {
    const before = at(100, { camPulsesMissing: 30, cutsSpeed: 5 });
    const after = at(20, { camPulsesMissing: 2 });
    const { restarted, forS, counted } = countedBetween(before, after);
    expect([restarted, forS, counted.map(({ count }) => count)]).toEqual([true, NaN, [2]]);
    expect(words(before, after)).toBe('2 cam pulses missing while catching: normal');
    expect(said(before, after)[0]).toMatch(/^warning: The counters began anew in between/);
    expect(words(before, at(120, { camPulsesMissing: 29, cutsSpeed: 5 }))).toBe(
      '29 cam pulses missing since the counters began anew',
    );
    expect(words(before, at(20))).toBe('Clean since the counters began anew');
  });

  test('an engine computer that does not send a counter has none of it', () => {
    expect(said(at(10, { noiseEdges: NaN }), at(20, { noiseEdges: NaN }))[0]).toMatch(/^good/);
  });

  test('of any counts, each is what came, and stretches add up', () => {
    const counts = fc.array(fc.nat({ max: 500 }), { minLength: COUNTERS.length, maxLength: COUNTERS.length });
    const reading = (time: number, values: readonly number[]) =>
      at(time, Object.fromEntries(COUNTERS.map(({ channel }, i) => [channel, values[i] ?? 0])));
    fc.assert(
      fc.property(counts, counts, counts, (a, b, c) => {
        const second = a.map((value, i) => value + (b[i] ?? 0));
        const third = second.map((value, i) => value + (c[i] ?? 0));
        const [x, y, z] = [reading(1, a), reading(2, second), reading(3, third)];
        const of = (from: CounterReading, to: CounterReading, channel: ChannelId) =>
          countedBetween(from, to).counted.find(({ counter }) => counter.channel === channel)?.count ?? 0;
        for (const { channel } of COUNTERS) {
          expect(of(x, y, channel) + of(y, z, channel)).toBe(of(x, z, channel));
          expect(of(x, x, channel)).toBe(0);
        }
      }),
    );
  });
});
