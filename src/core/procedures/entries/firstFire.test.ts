import { asked, decided, gave, stepsOf } from '@tests/support/answers';
import { everything } from '@tests/support/everything';
import { demo } from '@tests/support/ventisca';
import type { ChannelId } from '../../channel';
import { fireOf } from '../measure/firstFire';
import type { Answer, Answers } from '../procedure';
import { blockingFindings, findingWords, readiness } from '../../checks';
import { firstFire } from './firstFire';

const SOURCE = { kind: 'measured', date: '2026-11-28' } as const;

/** Samples a tenth of a second apart: standing, cranked, running, by their counts. */
function start(standing: number, cranked: number, running: number, after: readonly number[] = []) {
  const of = (at: number, on: number, runs: number, left: number) => [
    ...new Array<number>(standing).fill(at),
    ...new Array<number>(cranked).fill(on),
    ...new Array<number>(running).fill(runs),
    ...after.map(() => left),
  ];
  return {
    speed: [...of(0, 200, 900, 0).slice(0, standing + cranked + running), ...after],
    phase: of(0, 1, 2, 1),
    battery: of(12.6, 10.2, 13.5, 12.4),
    sync: [...of(0, 0, 0, 0)].map((_, i) => (i < standing + 4 ? 0 : 2)),
    injectorOpening: [...of(0, 0, 0, 0)].map((_, i) => (i < standing + 6 ? 0 : 8)),
  };
}

const traced = (
  channels: Partial<Record<ChannelId, number[]>>,
  others: Partial<Record<ChannelId, number>> = {},
): Answer => ({
  kind: 'traced',
  eachS: 0.1,
  channels: {
    ...channels,
    ...Object.fromEntries(Object.entries(others).map(([id, value]) => [id, [value]])),
  },
});

const cranked = (answer: Answer, more: Answers = {}): Answers => ({
  ready: { kind: 'gone' },
  crank: answer,
  ...more,
});
const found = (answers: Answers) => decided(firstFire, answers).found;
const simulated = (good: boolean): Answers => ({
  simulated: {
    kind: 'dryStart',
    started: { good, headline: 'Caught after 4 turns', reason: 'It holds 900 rev/min.' },
  },
});

describe('a start off its samples', () => {
  // Ten tenths standing; the position after 4 of the next, fuel after 6, running after 15.
  test('what came, and when, from the first tooth on', () => {
    expect(fireOf({ eachS: 0.1, ...start(10, 15, 40) })).toEqual({
      end: 'runs',
      restV: 12.6,
      lowestV: 10.2,
      crankingRpm: 200,
      syncAfterS: expect.closeTo(0.4, 9) as number,
      fuelAfterS: expect.closeTo(0.6, 9) as number,
      ranAfterS: expect.closeTo(1.5, 9) as number,
      ranForS: expect.closeTo(4, 9) as number,
    });
  });

  test('one that stands again has died, however long it ran; one that has only just caught is not judged to run', () => {
    expect(fireOf({ eachS: 0.1, ...start(10, 15, 60, [300, 0, 0]) })).toMatchObject({
      end: 'died',
      ranForS: 6,
    });
    expect(fireOf({ eachS: 0.1, ...start(10, 15, 19) }).end).toBe('died');
    expect(fireOf({ eachS: 0.1, ...start(10, 15, 20) }).end).toBe('runs');
  });

  test('the last time it ran counts, not a first kick', () => {
    const kick = start(10, 15, 5, new Array<number>(10).fill(200));
    const then = start(0, 0, 30);
    const joined = Object.fromEntries(
      Object.entries(kick).map(([id, samples]) => [id, [...samples, ...then[id as keyof typeof then]]]),
    ) as typeof kick;
    expect(fireOf({ eachS: 0.1, ...joined })).toMatchObject({
      end: 'runs',
      ranForS: expect.closeTo(3, 9) as number,
      ranAfterS: 1.5,
    });
  });

  test('never ran, never turned; an edge or two are no turning', () => {
    expect(fireOf({ eachS: 0.1, ...start(10, 40, 0) })).toMatchObject({
      end: 'never ran',
      ranAfterS: null,
      ranForS: 0,
    });
    const rocked = { ...start(30, 0, 0), speed: [...new Array<number>(29).fill(0), 39] };
    expect(fireOf({ eachS: 0.1, ...rocked })).toMatchObject({ end: 'never turned', crankingRpm: null });
  });

  test('samples that a link lost change nothing', () => {
    const whole = start(10, 15, 40);
    const holed = Object.fromEntries(
      Object.entries(whole).map(([id, samples]) => [id, samples.map((v, i) => (i % 7 === 5 ? NaN : v))]),
    ) as typeof whole;
    expect(fireOf({ eachS: 0.1, ...holed })).toEqual(fireOf({ eachS: 0.1, ...whole }));
  });
});

describe('what is said of it', () => {
  test('a good start, with what it idles at', () => {
    const runs = gave({ speed: 960, idleTarget: 950, lambdaOne: 0.93, lambdaTarget: 0.9, oilPressure: 320 });
    expect(found(cranked(traced(start(10, 15, 40)), { runs }))).toEqual([
      'good: It was cranked at 200 rev/min; the battery fell from 12.6 V to 10.2 V.',
      'good: Its position was known after 0.4 s.',
      'good: Fuel came after 0.6 s.',
      'good: It ran after 1.5 s, and runs.',
      'good: Oil pressure is 320 kPa.',
      'good: It idles at 960 rev/min, 950 rev/min are asked.',
      'good: Lambda is 0.93, 0.90 is asked.',
    ]);
  });

  test('without oil it has to stop; a speed and a mixture far off are said, a cold sensor is no fault', () => {
    const off = gave({ speed: 700, idleTarget: 950, lambdaOne: 1.2, lambdaTarget: 0.9, oilPressure: 39 });
    const said = found(cranked(traced(start(10, 15, 40)), { runs: off })).slice(4);
    expect(said).toEqual([
      'error: Oil pressure is missing: stop it, and look for it before it turns again.',
      'warning: It idles at 700 rev/min, 950 rev/min are asked: idle trim comes once it is warm.',
      'warning: Lambda is 1.20, 0.90 is asked: the map where it idles is off, or the start curves are.',
    ]);
    const flat = gave({ speed: 950, idleTarget: 950, oilPressure: 300, battery: 12.9 });
    expect(found(cranked(traced(start(10, 15, 40)), { runs: flat })).at(-2)).toBe(
      'warning: The battery is at 12.9 V while it runs: nothing charges it.',
    );
    const cold = gave({ speed: 950, idleTarget: 950, oilPressure: 300, battery: 13 });
    expect(found(cranked(traced(start(10, 15, 40)), { runs: cold })).slice(6)).toEqual([
      'plain: The lambda sensor reads nothing yet: it is still cold.',
    ]);
  });

  test.each([
    [10.2, /^error: The starter drew, the battery fell from 12\.6 V to 10\.2 V, and no tooth came/],
    [12.5, /^error: Nothing drew on the battery and nothing turned/],
  ])('never turned, the battery at %d V', (volts, words) => {
    const still = { ...start(30, 0, 0), battery: [...new Array<number>(29).fill(12.6), volts] };
    const answers = cranked(traced(still));
    expect(stepsOf(firstFire, answers)).toEqual(['ready', 'crank']);
    expect(found(answers)).toEqual([expect.stringMatching(words)]);
  });

  test('turned without a position: the counters say what was missed', () => {
    const blind = { ...start(10, 40, 0), sync: new Array<number>(50).fill(0) };
    const said = found(cranked(traced(blind, { crankTeethMissing: 12, noiseEdges: 3 })));
    expect(said[1]).toMatch(
      /^error: It turned and its position was never found \(12 crank teeth missing, 3 edges of noise\)/,
    );
    expect(said).not.toContainEqual(expect.stringMatching(/Fuel came/));
    expect(found(cranked(traced(blind)))[1]).toMatch(/never found: has the wheel/);
  });

  test('a position, and no fuel', () => {
    const dry = { ...start(10, 40, 0), injectorOpening: new Array<number>(50).fill(0) };
    expect(found(cranked(traced(dry)))[2]).toMatch(
      /^error: Its position was known and no injector was opened/,
    );
  });

  test('a weak battery is said, by its volts or its speed', () => {
    const low = start(10, 15, 40);
    expect(
      found(cranked(traced({ ...low, battery: low.battery.map((v) => (v === 10.2 ? 8.4 : v)) })))[0],
    ).toMatch(/^warning: .* to 8\.4 V: charge the battery\.$/);
    expect(found(cranked(traced({ ...low, speed: low.speed.map((v) => (v === 200 ? 110 : v)) })))[0]).toMatch(
      /^warning: .*110 rev\/min/,
    );
  });

  test('where it does not run, the same start is simulated: the calibration, or what it was described as', () => {
    const never = cranked(traced(start(10, 40, 0), { coolant: -20 }));
    expect(stepsOf(firstFire, never)).toEqual(['ready', 'crank', 'simulated']);
    expect(firstFire.steps(asked(never)).at(-1)?.takes).toEqual({
      kind: 'dryStart',
      coolantC: -20,
      batteryV: 12.6,
    });
    expect(found({ ...never, ...simulated(true) }).at(-1)).toMatch(
      /^warning: In simulation the same start does: Caught after 4 turns\. So look at/,
    );
    expect(found({ ...never, ...simulated(false) }).at(-1)).toBe(
      'error: In simulation it does not either: Caught after 4 turns. It holds 900 rev/min.',
    );
    expect(found({ ...never, simulated: { kind: 'dryStart', started: null } }).at(-1)).toBe(
      'error: It never ran by itself.',
    );
    expect(found(cranked(traced(start(10, 15, 30, [0])), simulated(false))).at(-2)).toBe(
      'error: It ran after 1.5 s, for 3.0 s, and died.',
    );
  });
});

test('with something in the way in Review it is not begun, and what is not decided is named before it', () => {
  expect(firstFire.missing(asked({}))).toBeNull();
  const blocked = demo('ventisca', (draft) => {
    draft.sensors.throttle.openVolts = {
      ...(draft.sensors.throttle.closedVolts ?? { amount: 0.6, unit: 'V' }),
      source: SOURCE,
    };
  });
  const why = firstFire.missing({ ...asked({}), document: blocked });
  expect(why).toMatch(/^Something stands in the way of a start: /);
  const [ready] = firstFire.steps(asked({}));
  expect(ready?.words.join(' ')).toMatch(/Review has nothing in the way|Not decided in Review/);
});

describe('its steps', () => {
  const runs = cranked(traced(start(10, 15, 40)));
  const at = asked(runs);
  const hasOil = at.program.inputs.some(({ id }) => id === 'oilPressure');
  const withoutOil = {
    ...at,
    program: { ...at.program, inputs: at.program.inputs.filter(({ id }) => id !== 'oilPressure') },
  };
  const look = (of: typeof at) => firstFire.steps(of).find(({ id }) => id === 'runs');

  test('one that runs is looked round; oil pressure only where it is read', () => {
    expect(hasOil).toBe(true);
    expect(stepsOf(firstFire, runs)).toEqual(['ready', 'crank', 'runs']);
    const usual = ['speed', 'battery', 'idleTarget', 'lambdaOne', 'lambdaTarget'];
    expect(look(at)?.takes).toMatchObject({ kind: 'capture', channels: [...usual, 'oilPressure'] });
    expect(look(at)?.shows).toContain('oilPressure');
    expect(look(at)?.expects).toMatch(/^Oil pressure/);
    expect(look(withoutOil)?.takes).toMatchObject({ kind: 'capture', channels: usual });
    expect(look(withoutOil)?.shows).toEqual(['speed', 'lambdaOne', 'coolant', 'battery']);
    expect(look(withoutOil)?.expects).toBe('A speed that settles.');
    const even = gave({ speed: 950, idleTarget: 950, lambdaOne: 0.9, lambdaTarget: 0.9 });
    const said = firstFire.decide({ ...withoutOil, answers: { ...runs, runs: even } });
    expect(said.found.map(({ text }) => text).join(' ')).not.toMatch(/[Oo]il/);
  });

  test('oil pressure that does not read at all is missing; no target of idle, and none of lambda, is nothing to judge by', () => {
    const blind = gave({ speed: 950, idleTarget: 0, lambdaOne: 0.9 });
    expect(found({ ...runs, runs: blind }).slice(4)).toEqual([
      'error: Oil pressure is missing: stop it, and look for it before it turns again.',
      'plain: The lambda sensor reads nothing yet: it is still cold.',
    ]);
    const just = gave({ oilPressure: 40 });
    expect(found({ ...runs, runs: just }).slice(4)).toEqual([
      'good: Oil pressure is 40 kPa.',
      'plain: The lambda sensor reads nothing yet: it is still cold.',
    ]);
  });

  test('simulation is asked only where position and fuel came', () => {
    const blind = { ...start(10, 40, 0), sync: new Array<number>(50).fill(0) };
    const dry = { ...start(10, 40, 0), injectorOpening: new Array<number>(50).fill(0) };
    for (const channels of [blind, dry])
      expect(stepsOf(firstFire, cranked(traced(channels)))).toEqual(['ready', 'crank']);
    // What it was not told is taken as a mild day.
    expect(firstFire.steps(asked(cranked(traced(start(10, 40, 0))))).at(-1)?.takes).toMatchObject({
      coolantC: 20,
    });
  });

  test('stopped before it was cranked, it has found nothing', () => {
    expect(firstFire.decide(asked({ ready: { kind: 'gone' } }))).toEqual({ found: [], remedy: null });
  });

  test('counters are read at the end of it, whatever a link lost there', () => {
    const blind = { ...start(10, 40, 0), sync: new Array<number>(50).fill(0) };
    const said = found(cranked(traced({ ...blind, crankTeethMissing: [1, 12, NaN] })));
    expect(said[1]).toMatch(/\(12 crank teeth missing\)/);
  });
});

describe('what has to be ready', () => {
  const words = (document: ReturnType<typeof demo>) =>
    firstFire.steps(asked({}, document))[0]?.words.slice(1) ?? [];
  /** Those undecided, named up to four; and how many values nobody has vouched for. */
  const expectWords = (document: ReturnType<typeof demo>) => {
    const { toDecide, guesses } = readiness(document);
    const said = words(document);
    const named = said.filter((one) => one.startsWith('Not decided in Review: '));
    expect(named).toHaveLength(Math.min(4, toDecide.length));
    expect(said.includes('Review has nothing in the way, and nothing left to decide.')).toBe(
      toDecide.length === 0,
    );
    expect(said.filter((one) => one.startsWith('And '))).toEqual(
      toDecide.length > 4 ? [`And ${toDecide.length - 4} more.`] : [],
    );
    const lives = said.filter((one) => one.startsWith('It will live on'));
    expect(lives).toEqual(
      guesses.length === 0
        ? []
        : [
            `It will live on ${guesses.length === 1 ? 'one value' : `${guesses.length} values`} that nobody has vouched for.`,
          ],
    );
    return { toDecide: toDecide.length, guesses: guesses.length };
  };

  test('nothing, much, and one guess', () => {
    const guessed = (paths: number) =>
      demo('ventisca', (draft) => {
        const source = { kind: 'estimated', date: '2026-11-28' } as const;
        for (const field of [draft.engine.bore, draft.engine.stroke, draft.engine.compressionRatio].slice(
          0,
          paths,
        )) {
          if (field !== null) field.source = source;
        }
      });
    const seen = [demo(), demo('pardela'), guessed(1), guessed(3), everything()].map(expectWords);
    expect(Math.max(...seen.map(({ toDecide }) => toDecide))).toBeGreaterThan(0);
    expect(new Set(seen.map(({ guesses }) => guesses)).size).toBeGreaterThan(1);
  });

  test('what stands in the way first is named, and how much more there is', () => {
    const way = (documents: ReturnType<typeof demo>) => {
      const [first, ...others] = blockingFindings(documents);
      const more = others.length === 0 ? '' : ` And ${others.length} more in Review.`;
      const why =
        first === undefined ? null : `Something stands in the way of a start: ${findingWords(first)}${more}`;
      expect(firstFire.missing(asked({}, documents))).toBe(why);
      return first === undefined ? 0 : 1 + others.length;
    };
    const same = (draft: ReturnType<typeof demo>) => {
      draft.sensors.throttle.openVolts = {
        ...(draft.sensors.throttle.closedVolts ?? { amount: 0.6, unit: 'V' }),
        source: SOURCE,
      };
    };
    const one = demo('ventisca', same);
    const two = demo('ventisca', (draft) => {
      same(draft);
      draft.coils.mode = { value: 'distributor', source: SOURCE };
    });
    expect([demo(), one, two].map(way).map((count) => Math.min(2, count))).toEqual([0, 1, 2]);
  });
});

test('the prime pulse that key on gave is said, with how warm it was, and that there is none', () => {
  const answers = cranked(traced(start(10, 40, 0), { coolant: -20, air: -18 }));
  const prime = found(answers)[2] ?? '';
  expect(prime).toMatch(/^plain: Key on gave each injector its prime pulse, \d+\.\d ms at −20 °C\.$/);
  const warm = found(cranked(traced(start(10, 40, 0), { coolant: 60, air: 20 })))[2] ?? '';
  const ms = (words: string) => Number(/([\d.]+) ms/.exec(words)?.[1]);
  expect(ms(prime)).toBeGreaterThan(ms(warm));
});
