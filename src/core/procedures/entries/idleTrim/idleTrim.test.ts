import { asked, decided, gave, stepsOf } from '@tests/support/answers';
import { choose } from '@tests/support/everything';
import { expectStep } from '@tests/support/steps';
import { demo, programOf } from '@tests/support/ventisca';
import { type ChannelId, LOOP_CODE } from '../../../channel';
import { IDLE_AS_IT_IS, type IdleAsk } from '../../../control';
import type { Answer, Answers, SearchPoint, Takes } from '../../procedure';
import { idleTrim } from './idleTrim';

const document = demo();
const WARM: Partial<Record<ChannelId, number>> = {
  speed: 1000,
  idleTarget: 1000,
  manifoldPressure: 40,
  lambdaOne: 0.96,
  lambdaTwo: 0.96,
  lambdaTarget: 0.96,
  sparkAdvance: 10,
  idleSpark: 0,
  idleOpening: 15,
  idleLoadAir: 0,
  loadThrottle: 1,
  coolant: 85,
  warmUp: 1,
  afterStart: 1,
  overrunCut: 0,
  loopState: 0,
  outputsOn: 2,
};

/** What came of a trial. */
function point(ask: Partial<IdleAsk>, means: Partial<Record<ChannelId, number>> = {}): SearchPoint {
  const { channels } = gave({ ...WARM, ...means }) as Extract<Answer, { kind: 'captured' }>;
  return { ask: { ...IDLE_AS_IT_IS, ...ask }, channels, ended: false };
}
const searched = (...points: SearchPoint[]): Answer => ({ kind: 'searched', points });
const warm = gave(WARM);
/** The filling 4 % short: measured comes to the target with that much more fuel. */
const filling = searched(point({}, { lambdaOne: 0.9984, lambdaTwo: 0.9984 }), point({ fuelShare: 1.04 }));
/** Least pressure at lambda 0.9, 40 kPa. */
const wish = searched(
  ...[0.96, 0.94, 0.92, 0.9, 0.88, 0.86, 0.84].map((lambda) =>
    point(
      { lambda, fuelShare: 1.04, sparkDeg: 10, airPercent: 15 },
      { lambdaOne: lambda, lambdaTwo: lambda, manifoldPressure: 40 * (1 + (lambda - 0.9) ** 2) },
    ),
  ),
);
/** Each step of 2° from 10 to 20° takes 1 % of it, the next nothing. */
const spark = searched(
  ...[40, 39.6, 39.2, 38.8, 38.4, 38, 37.97].map((manifoldPressure, i) =>
    point({ sparkDeg: 10 + 2 * i }, { manifoldPressure }),
  ),
);
const air = searched(point({ lambda: 0.9, sparkAddsDeg: 2 }, { idleOpening: 8 }));
const again = searched(
  point(
    { lambda: 0.9, fuelShare: 1.04, sparkAddsDeg: 2 },
    { lambdaTarget: 0.9, lambdaOne: 0.9, lambdaTwo: 0.9, manifoldPressure: 38, idleOpening: 8 },
  ),
);
const loads: Answer = {
  kind: 'traced',
  eachS: 0.02,
  channels: { speed: [1000, 900, 850, 950, ...new Array<number>(40).fill(1000)], idleTarget: [1000, 1000] },
};
const all: Answers = { warm, filling, wish, spark, air, again, loads };
const upTo = (last: string): Answers =>
  Object.fromEntries(Object.entries(all).slice(0, Object.keys(all).indexOf(last) + 1));
const of = (answers: Answers) => decided(idleTrim, answers, document);

/** How the step with this id searches. */
function takesOf(answers: Answers, id: string, calibration = document): Extract<Takes, { kind: 'search' }> {
  const takes = idleTrim.steps(asked(answers, calibration)).find((step) => step.id === id)?.takes;
  if (takes?.kind !== 'search') throw new Error(`${id} does not search`);
  return takes;
}
const nextAsk = (answers: Answers, id: string, ...points: SearchPoint[]) =>
  takesOf(answers, id).next(points)?.ask as IdleAsk | undefined;

test('a step follows from what the one before has found', () => {
  expect(stepsOf(idleTrim, {})).toEqual(['warm']);
  expect(stepsOf(idleTrim, upTo('warm'))).toEqual(['warm', 'filling']);
  expect(stepsOf(idleTrim, upTo('filling'))).toEqual(['warm', 'filling', 'wish']);
  expect(stepsOf(idleTrim, upTo('wish'))).toEqual(['warm', 'filling', 'wish', 'spark']);
  const end = ['warm', 'filling', 'wish', 'spark', 'air', 'again', 'loads'];
  expect(stepsOf(idleTrim, upTo('spark'))).toEqual(end);
});

/** Everything, at an engine whose air comes by a screw. */
const screwed = (() => {
  const pardela = demo('pardela');
  const back = searched(
    point({}, { lambdaOne: 0.9984, lambdaTwo: 0.9984, sparkAdvance: 2, idleSpark: -10 }),
    point({ fuelShare: 1.04 }, { sparkAdvance: 2, idleSpark: -10 }),
  );
  return { document: pardela, answers: { ...all, filling: back, screw: warm, air: warm } };
})();

test('every step of it says what to do, and what it takes can be given', () => {
  const steps = [asked(all, document), asked(screwed.answers, screwed.document)].flatMap((at) =>
    idleTrim.steps(at),
  );
  expect(steps.map(({ id }) => id)).toEqual([
    ...['warm', 'filling', 'wish', 'spark', 'air', 'again', 'loads'],
    ...['warm', 'filling', 'wish', 'screw', 'spark', 'air', 'again', 'loads'],
  ]);
  for (const one of steps) {
    expectStep(one);
    expect([one.id, one.shows.length]).not.toEqual([one.id, 0]);
    expect([one.id, one.expects]).not.toEqual([one.id, null]);
    // Hands are at a screw, or at switches: what acts there goes on by itself.
    if (one.work !== null) expect([one.id, one.work.latched]).toEqual([one.id, true]);
    const { takes } = one;
    if (takes.kind === 'capture' || takes.kind === 'search') {
      for (const id of [
        'speed',
        'manifoldPressure',
        'lambdaOne',
        'lambdaTarget',
        'overrunCut',
        'loopState',
      ] as const)
        expect(takes.channels).toContain(id);
    }
  }
  expect(steps.filter(({ work }) => work !== null).map(({ id }) => id)).toEqual([
    'loads',
    'screw',
    'air',
    'loads',
  ]);
});

test('at a screw: it is turned with the spark of the map held, then with all that was found', () => {
  const steps = idleTrim.steps(asked(screwed.answers, screwed.document));
  const askOf = (id: string) => steps.find((one) => one.id === id)?.work?.ask;
  expect(askOf('screw')).toEqual({
    ...IDLE_AS_IT_IS,
    lambda: expect.closeTo(0.9, 3) as number,
    fuelShare: expect.closeTo(1.04, 6) as number,
    sparkDeg: 12,
    airPercent: null,
    forS: 300,
  });
  expect(askOf('air')).toMatchObject({
    sparkDeg: null,
    fuelShare: expect.closeTo(1.04, 6) as number,
    forS: 300,
  });
  expect(steps.find(({ id }) => id === 'screw')?.words[0]).toMatch(
    /Idle control holds 10\.0° of the map’s spark back/,
  );
  // Less than one step of spark is no reason to touch it.
  const near = searched(point({}, { sparkAdvance: 10.5, idleSpark: -1.5 }));
  const without = idleTrim.steps(asked({ ...screwed.answers, filling: near }, screwed.document));
  expect(without.map(({ id }) => id)).not.toContain('screw');
});

test('all of it: filling, target, spark and air of the cells that idle', () => {
  const { found } = of(all);
  expect(found).toEqual([
    'good: To measure its target it takes 4.0 % more filling in the cells that idle.',
    'good: It needs least air at lambda 0.900, with 40.0 kPa; asked was lambda 0.960.',
    'good: Spark pays up to 20.0°; the map has 10.0°; 14.0° leave idle control 6.0° to give.',
    'good: It idles at 1000 rev/min, 1000 rev/min asked, with the valve at 8 %.',
    'good: Under lamps and fan it falls to 850 rev/min and ends at 1000 rev/min, 1000 rev/min asked.',
  ]);
  const edits = idleTrim.decide(asked(all, document)).remedy?.edits ?? [];
  const changed = edits.flatMap((edit) => (edit.kind === 'cells' ? [edit] : []));
  expect(changed.map(({ mapId }) => mapId)).toEqual(['ve', 'lambda', 'spark', 'idleAir']);
  const moved = changed.map(({ mapId, changes }) => {
    const values = document.maps[mapId]?.values ?? [];
    return Math.max(...changes.map(({ index, value }) => Math.abs(value - (values[index] ?? 0))));
  });
  const [ve = 0, lambda = 0, sparkDeg = 0] = moved;
  expect(ve).toBeLessThan(4);
  expect(lambda).toBeLessThan(0.1);
  expect(sparkDeg).toBeCloseTo(4, 1);
  expect(changed[1]?.changes.filter(({ value }) => value === 0.9).length).toBeGreaterThanOrEqual(4);
});

test('what is as it should be stays, and says so', () => {
  const right = searched(point({}));
  const like = { lambdaOne: 0.9, lambdaTwo: 0.9, lambdaTarget: 0.9 };
  const { found, edits } = of({
    ...all,
    filling: searched(point({}, like)),
    spark: searched(
      ...[40, 39.99].map((kpa, i) => point({ sparkDeg: 10 + 2 * i }, { manifoldPressure: kpa })),
      point({ sparkDeg: 8 }, { manifoldPressure: 40.4 }),
    ),
    again: searched(point({ fuelShare: 1 }, { ...like, idleOpening: 10 })),
  });
  expect(right).toBeDefined();
  expect(found.slice(0, 3)).toEqual([
    'good: The filling is right: measured is the target.',
    'good: It needs least air at the target it has: lambda 0.900, with 40.0 kPa.',
    'good: Spark pays up to 10.0°, as the map has it.',
  ]);
  expect(edits.length).toBeLessThanOrEqual(1);
});

test.each<[string, Partial<Record<ChannelId, number>>, RegExp]>([
  ['it stands', { speed: 0 }, /^error: It does not run: first fire comes before this/],
  ['it is cold', { coolant: 64 }, /^error: It is 64 °C warm: .* until 65 °C/],
  ['it warms up', { warmUp: 1.03 }, /^error: Start-up still gives it 3.0 % more fuel/],
  ['it was just started', { afterStart: 1.02 }, /^error: Start-up still gives it 2.0 % more fuel/],
  ['nothing measures', { lambdaOne: NaN, lambdaTwo: NaN }, /^error: No lambda sensor reads/],
])('%s: nothing is trimmed, and why is said', (_, means, words) => {
  const answers = { warm: gave({ ...WARM, ...means }) };
  if (Number.isNaN(means.lambdaOne ?? 0)) {
    const channels = { ...(answers.warm as Extract<Answer, { kind: 'captured' }>).channels };
    delete channels.lambdaOne;
    delete channels.lambdaTwo;
    answers.warm = { kind: 'captured', channels };
  }
  expect(stepsOf(idleTrim, answers)).toEqual(['warm']);
  const { found, edits } = of(answers);
  expect(found[0]).toMatch(words);
  expect(edits).toEqual([]);
});

describe('the filling', () => {
  const lean = point({}, { lambdaOne: 1.056, lambdaTwo: 1.056 });

  test('is moved by what measured is off, until it is the target', () => {
    expect(nextAsk({ warm }, 'filling')).toEqual(IDLE_AS_IT_IS);
    expect(nextAsk({ warm }, 'filling', lean)?.fuelShare).toBeCloseTo(1.1, 9);
    const rich = point({ fuelShare: 1.1 }, { lambdaOne: 0.95, lambdaTwo: 0.951 });
    expect(nextAsk({ warm }, 'filling', lean, rich)?.fuelShare).toBeCloseTo((1.1 * 0.9505) / 0.96, 9);
    expect(nextAsk({ warm }, 'filling', point({}))).toBeUndefined();
    expect(takesOf({ warm }, 'filling').said(lean)).toBe('1.056 measured, 0.960 asked');
  });

  test.each<Partial<Record<ChannelId, number>>>([{ overrunCut: 1 }, { loopState: LOOP_CODE.active }])(
    'nothing counts while another acts: %j',
    (means) => {
      const acted = point({}, { ...means, lambdaOne: 1.2, lambdaTwo: 1.2 });
      expect(nextAsk({ warm }, 'filling', acted)).toEqual(IDLE_AS_IT_IS);
      const never = of({ warm, filling: searched(acted) });
      expect(never.found[0]).toMatch(/^error: Nothing of the filling counts/);
    },
  );

  test('that it does not outlive twice is not tried a third time, and the sensor is looked at first', () => {
    const dead: SearchPoint = { ...point({ fuelShare: 0.7 }), channels: {}, ended: true };
    expect(nextAsk({ warm }, 'filling', lean, dead)).toMatchObject({
      fuelShare: expect.closeTo(1.1, 6) as number,
    });
    expect(nextAsk({ warm }, 'filling', lean, dead, dead)).toBeUndefined();
    expect(of({ warm, filling: searched(lean, dead, dead) }).found[0]).toMatch(
      /^error: Twice it did not run on at fuel × 0\.70, where measured lambda leads: look at the sensor first/,
    );
  });

  test('that never comes to the target is no filling', () => {
    const rounds = Array.from({ length: 5 }, () => lean);
    expect(nextAsk({ warm }, 'filling', ...rounds)).toBeUndefined();
    const { found } = of({ warm, filling: searched(...rounds) });
    expect(found[0]).toMatch(
      /^error: Measured lambda does not come to the target by fuel \(it would be 10.0 % more/,
    );
    expect(stepsOf(idleTrim, { warm, filling: searched(...rounds) })).toEqual(['warm', 'filling']);
  });
});

test('target and spark are moved with all else held', () => {
  expect(nextAsk(upTo('filling'), 'wish')).toMatchObject({
    lambda: 0.96,
    fuelShare: 1.04,
    sparkDeg: 10,
    airPercent: 15,
  });
  expect(nextAsk(upTo('wish'), 'spark')).toMatchObject({ sparkDeg: 10, airPercent: 15 });
  expect(nextAsk(upTo('wish'), 'spark')?.lambda).toBeCloseTo(0.9, 9);
  const one = point({ lambda: 0.96 }, { manifoldPressure: 40.04 });
  expect(takesOf(upTo('filling'), 'wish').said(one)).toBe('40.0 kPa at 1000 rev/min');
  expect(takesOf(upTo('filling'), 'wish').said({ ...one, ended: true, channels: {} })).toBe(
    'it did not run on',
  );
});

test('a point under another load is tried again', () => {
  const first = point({ lambda: 0.96 });
  const fanOn = point({ lambda: 0.98 }, { outputsOn: 3, manifoldPressure: 44 });
  expect(nextAsk(upTo('filling'), 'wish', first)?.lambda).toBe(0.98);
  expect(nextAsk(upTo('filling'), 'wish', first, fanOn)?.lambda).toBe(0.98);
});

test('one that shakes is as one that died: the target stays off it', () => {
  const leaner = wish.kind === 'searched' ? wish.points.map(({ ask }) => ask) : [];
  const shaking = leaner.map((ask) => {
    const lambda = ask.kind === 'idle' ? (ask.lambda ?? 0) : 0;
    const falls = point(ask as IdleAsk, {
      lambdaOne: lambda,
      lambdaTwo: lambda,
      manifoldPressure: 50 - 10 * lambda,
    });
    const speed = { mean: 1000, least: 900, most: 1100, count: 50, spread: lambda > 0.93 ? 80 : 3 };
    return { ...falls, channels: { ...falls.channels, speed } };
  });
  const { found } = of({ ...upTo('filling'), wish: searched(...shaking) });
  expect(found[1]).toMatch(/^warning: It needs least air at lambda 0\.900, .*leaner it no longer ran evenly/);
});

test('air for the speed, where nothing holds it, in steps', () => {
  const free = demo('ventisca', (draft) => choose(draft, 'idle.control', 'no'));
  const next = (...points: SearchPoint[]) =>
    takesOf(upTo('spark'), 'air', free).next(points)?.ask as IdleAsk | undefined;
  expect(next()?.airPercent).toBe(15);
  const fast = point({ airPercent: 15 }, { speed: 1100 });
  expect(next(fast)?.airPercent).toBeCloseTo(15 * 0.92, 9);
  expect(next(point({ airPercent: 15 }, { speed: 1009 }))).toBeUndefined();
  expect(nextAsk(upTo('spark'), 'air')).toMatchObject({ airPercent: null, sparkAddsDeg: 4 });
  expect(nextAsk(upTo('spark'), 'air', fast)).toBeUndefined();
});

test('without a valve the screw is turned, twice where idle control holds spark back', () => {
  const pardela = demo('pardela');
  const late = { sparkAdvance: -2, idleSpark: -12 };
  const answers: Answers = {
    warm: gave({ ...WARM, ...late }),
    filling: searched(point({}, late)),
    wish: searched(
      ...[0.94, 0.96, 0.98].map((lambda, i) =>
        point({ lambda }, { lambdaOne: lambda, lambdaTwo: lambda, manifoldPressure: 40 + (i - 1) ** 2 }),
      ),
    ),
  };
  expect(stepsOf(idleTrim, answers, pardela)).toEqual(['warm', 'filling', 'wish', 'screw', 'spark']);
  const screw = idleTrim.steps(asked(answers, pardela)).find(({ id }) => id === 'screw');
  expect(screw?.title).toBe('The idle screw to 1000 rev/min at the map’s own spark');
  expect(screw?.words[0]).toMatch(/holds 12\.0° of the map’s spark back/);
  expect(screw?.work?.ask).toMatchObject({ kind: 'idle', sparkDeg: 10, airPercent: null });
  const open = { ...answers, warm: gave(WARM), filling: searched(point({})) };
  expect(stepsOf(idleTrim, open, pardela)).toEqual(['warm', 'filling', 'wish', 'spark']);
});

test.each<[string, readonly number[], RegExp]>([
  ['it stalls', [1000, 700, 200, 0, 0], /^error: Lamps and fan stall it/],
  [
    'it falls far',
    [1000, 700, ...new Array<number>(30).fill(1000)],
    /^warning: .*falls to 700.*needs more reserve/,
  ],
  ['it stays low', [1000, 880, ...new Array<number>(30).fill(880)], /^warning: .*ends at 880/],
])('lamps and fan: %s', (_, speed, words) => {
  const traced: Answer = { kind: 'traced', eachS: 0.02, channels: { speed, idleTarget: [1000] } };
  const { found, edits } = of({ ...all, loads: traced });
  expect(found.at(-1)).toMatch(words);
  expect(edits.length > 0).toBe(!found.at(-1)?.startsWith('error'));
});

test('not tried is said, and a speed that is off', () => {
  const { loads: _, ...without } = all;
  expect(of(without).found.at(-1)).toBe('warning: Lamps and fan were not tried.');
  const slow = searched(point({ fuelShare: 1.04 }, { speed: 900 }));
  expect(of({ ...all, again: slow }).found.find((text) => text.includes('900 rev/min'))).toMatch(
    /^warning: .*turn the screw again/,
  );
  const off = searched(point({ fuelShare: 1.04 }, { lambdaOne: 0.98, lambdaTwo: 0.98 }));
  const wrong = of({ ...all, again: off });
  expect(wrong.found).toContainEqual('error: Where it idles now measured lambda stays 2.1 % off its target.');
  expect(wrong.edits).toEqual([]);
});

test('only where a filling map meters fuel and a lambda sensor is fitted', () => {
  const missing = (change: Parameters<typeof demo>[1]) => {
    const changed = demo('ventisca', change);
    return idleTrim.missing({ document: changed, program: programOf(changed), answers: {} });
  };
  expect(missing(() => undefined)).toBeNull();
  expect(
    missing((draft) => {
      choose(draft, 'sensors.lambdaOne.fitted', 'no');
      choose(draft, 'sensors.lambdaTwo.fitted', 'no');
    }),
  ).toMatch(/^No lambda sensor is fitted/);
});

test('nobody holds spark back where nothing holds the speed by it', () => {
  const free = demo('ventisca', (draft) => choose(draft, 'idle.control', 'no'));
  const { found } = decided(idleTrim, upTo('spark'), free);
  expect(found.at(-1)).toBe('good: Spark pays up to 20.0°; the map has 10.0°.');
  expect(takesOf(upTo('spark'), 'again', free).next([])?.ask).toMatchObject({ sparkAddsDeg: 10 });
});
