import { asked, gave, sampled } from '@tests/support/answers';
import { demo } from '@tests/support/ventisca';
import { type ChannelId } from '../../../channel';
import { IDLE_AS_IT_IS, type IdleAsk } from '../../../control';
import type { Answer, Answers, ProcedureAt, SearchPoint } from '../../procedure';
import { type Base, fillingFailed, foundOf } from './found';
import { airFound, fillingFound, loadsFound, sparkFound, wishFound } from './words';

const document = demo();
const USUAL: Partial<Record<ChannelId, number>> = {
  speed: 1000,
  idleTarget: 1000,
  manifoldPressure: 40,
  lambdaOne: 0.96,
  lambdaTarget: 0.96,
  sparkAdvance: 10,
  idleSpark: -2,
  idleOpening: 15,
  overrunCut: 0,
  loopState: 0,
  outputsOn: 2,
};

/** What came of a trial; with how far speed and pressure shook. */
function point(
  ask: Partial<IdleAsk>,
  means: Partial<Record<ChannelId, number>> = {},
  spread = 0,
): SearchPoint {
  const { channels } = gave({ ...USUAL, ...means }, spread) as Extract<Answer, { kind: 'captured' }>;
  return { ask: { ...IDLE_AS_IT_IS, ...ask }, channels, ended: false };
}
const searched = (...points: SearchPoint[]): Answer => ({ kind: 'searched', points });
const at = (
  answers: Answers,
  idle: Partial<ProcedureAt['program']['idle']['loop']> | null = {},
): ProcedureAt => {
  const of = asked(answers, document);
  const { loop } = of.program.idle;
  const changed = idle === null || loop === null ? null : { ...loop, ...idle };
  return { ...of, program: { ...of.program, idle: { ...of.program.idle, loop: changed } } };
};
const FILLING = searched(point({}));
/** Least pressure at lambda 0.9. */
const wishPoints = [0.96, 0.94, 0.92, 0.9, 0.88, 0.86, 0.84].map((lambda) =>
  point({ lambda }, { lambdaOne: lambda, manifoldPressure: 40 * (1 + (lambda - 0.9) ** 2) }),
);
/** Each step of 2° from 10 to 20° takes 1 %, the next nothing. */
const sparkPoints = [40, 39.6, 39.2, 38.8, 38.4, 38, 37.97].map((manifoldPressure, i) =>
  point({ sparkDeg: 10 + 2 * i }, { manifoldPressure }),
);
const ALL: Answers = { filling: FILLING, wish: searched(...wishPoints), spark: searched(...sparkPoints) };

test('what everything else is held at: the map’s own, and what idle control made of it', () => {
  expect(foundOf(at({})).base).toBeNull();
  expect(
    foundOf(at({ filling: searched(point({}), point({ fuelShare: 1.05 }, { lambdaOne: 0.97 }, 7)) })).base,
  ).toEqual({
    target: 0.96,
    mapDeg: 12,
    fuelShare: (1.05 * 0.97) / 0.96,
    sparkDeg: 10,
    airPercent: 15,
    shakesRpm: 7,
    outputsOn: 2,
  });
  const { wish, spark } = foundOf(at({ filling: FILLING }));
  expect([wish, spark]).toEqual([null, null]);
  const unread = searched(point({}, { lambdaOne: NaN }));
  expect(foundOf(at({ ...ALL, filling: unread }))).toEqual({ base: null, wish: null, spark: null });
});

describe('the target it needs least air at', () => {
  test('is found on its curve', () => {
    expect(foundOf(at(ALL)).wish?.lambda).toBeCloseTo(0.9, 3);
  });

  test('with another load on, or one that came while it was looked at, a point says nothing', () => {
    // A fan that is on makes a rich target look thirsty, and a lean one too.
    const on = (count: number) =>
      point({ lambda: 0.93 }, { lambdaOne: 0.93, manifoldPressure: 30, outputsOn: count });
    for (const wrong of [on(3), on(1)]) {
      expect(foundOf(at({ ...ALL, wish: searched(...wishPoints, wrong) })).wish?.lambda).toBeCloseTo(0.9, 3);
    }
    const came = on(2);
    for (const end of ['least', 'most'] as const) {
      const outputsOn = {
        mean: 2,
        spread: 0.5,
        least: 2,
        most: 2,
        count: 50,
        [end]: end === 'least' ? 1 : 3,
      };
      const wrong = { ...came, channels: { ...came.channels, outputsOn } };
      expect(foundOf(at({ ...ALL, wish: searched(...wishPoints, wrong) })).wish?.lambda).toBeCloseTo(0.9, 3);
    }
    expect(foundOf(at({ ...ALL, wish: searched(...wishPoints, came) })).wish?.lambda).not.toBeCloseTo(0.9, 3);
  });

  test('a point of another kind is none of it', () => {
    const other = point({}, { manifoldPressure: 20 });
    expect(foundOf(at({ ...ALL, wish: searched(...wishPoints, other) })).wish?.lambda).toBeCloseTo(0.9, 3);
    expect(foundOf(at({ ...ALL, spark: searched(...sparkPoints, other) })).spark?.paysToDeg).toBe(20);
  });

  test('one that surges is not taken: leaner it does not run evenly', () => {
    const surging = (spread: number) =>
      wishPoints.map((one) => {
        const { speed } = one.channels;
        if (one.ask.kind !== 'idle' || (one.ask.lambda ?? 0) < 0.93 || speed === undefined) return one;
        return { ...one, channels: { ...one.channels, speed: { ...speed, spread } } };
      });
    const of = (spread: number) => foundOf(at({ ...ALL, wish: searched(...surging(spread)) })).wish;
    expect(of(34)?.lambda).toBeCloseTo(0.9, 3);
    expect(of(36)?.lambda).toBeCloseTo(
      foundOf(at({ ...ALL, wish: searched(...wishPoints.slice(2)) })).wish?.lambda ?? 0,
      6,
    );
    // An engine that always shakes may shake two and a half times as much.
    const rough = searched(point({}, {}, 20));
    expect(foundOf(at({ ...ALL, filling: rough, wish: searched(...surging(49)) })).wish?.lambda).toBeCloseTo(
      0.9,
      3,
    );
  });
});

describe('the spark that goes into the map', () => {
  const deg = (idle: Parameters<typeof at>[1]) => foundOf(at(ALL, idle)).spark?.deg;

  // It pays to 20°; the map has 12.
  test.each([
    [
      'six degrees are left to idle control',
      { sparkDegPer100Rpm: 3, sparkLimitDeg: 10, sparkRestDeg: 0 },
      14,
    ],
    [
      'as many as it gives, where those are fewer',
      { sparkDegPer100Rpm: 3, sparkLimitDeg: 4, sparkRestDeg: 0 },
      16,
    ],
    ['what it holds back by itself counts', { sparkDegPer100Rpm: 3, sparkLimitDeg: 10, sparkRestDeg: 4 }, 18],
    [
      'more than that, and nothing is left over',
      { sparkDegPer100Rpm: 3, sparkLimitDeg: 10, sparkRestDeg: 9 },
      20,
    ],
    ['a control without spark needs none', { sparkDegPer100Rpm: 0, sparkLimitDeg: 10, sparkRestDeg: 0 }, 20],
    ['nor does none', null, 20],
  ])('%s', (_, idle, wanted) => {
    expect(deg(idle)).toBeCloseTo(wanted, 9);
  });

  test('is not taken below the map’s own for a reserve, but to where it pays where the map has more', () => {
    const idle = { sparkDegPer100Rpm: 3, sparkLimitDeg: 10, sparkRestDeg: 0 };
    const paying = (deg: number) =>
      searched(
        ...[deg - 2, deg, deg + 2].map((one, i) =>
          point({ sparkDeg: one }, { manifoldPressure: [40, 39.6, 39.59][i] ?? 0 }),
        ),
      );
    expect(foundOf(at({ ...ALL, spark: paying(14) }, idle)).spark).toEqual({ paysToDeg: 14, deg: 12 });
    expect(foundOf(at({ ...ALL, spark: paying(10) }, idle)).spark).toEqual({ paysToDeg: 10, deg: 10 });
  });
});

describe('why no filling was found', () => {
  const off = (lambdaOne: number, fuelShare = 1) => point({ fuelShare }, { lambdaOne });
  const five = (one: SearchPoint) => at({ filling: searched(one, one, one, one, one) });

  test('none was looked for, or it came to the target', () => {
    expect(fillingFailed(at({}))).toBeNull();
    expect(fillingFailed(at({ filling: searched() }))).toBeNull();
    expect(fillingFailed(at({ filling: FILLING }))).toBeNull();
    expect(fillingFailed(five(off(0.969)))).toBeNull();
    expect(fillingFailed(at({ filling: searched(off(1.2), off(1.2)) }))).toBeNull();
  });

  test('it never came to it: by how much, and to which side', () => {
    expect(fillingFailed(five(off(1.056, 1.1)))).toMatch(/it would be 21\.0 % more, and does not stay/);
    expect(fillingFailed(five(off(0.864)))).toMatch(/it would be 10\.0 % less/);
  });

  test('lambda was not read', () => {
    expect(fillingFailed(at({ filling: searched(off(NaN)) }))).toMatch(
      /^Lambda was not read while fuel was moved/,
    );
  });
});

describe('what is said', () => {
  const base = foundOf(at(ALL)).base as Base;
  const wish = { lambda: 0.9, kpa: 39.4, heldBack: false };

  test('of the filling: at first, then where it idles in the end; more, or less', () => {
    expect(fillingFound(at({}), { ...base, fuelShare: 1.04 }).text).toBe(
      'To measure lambda 0.960 it takes 4.0 % more filling in the cells that idle.',
    );
    const again = searched(point({ fuelShare: 0.97 }));
    expect(fillingFound(at({ again }), base).text).toBe(
      'To measure its target it takes 3.0 % less filling in the cells that idle.',
    );
    expect(fillingFound(at({}), { ...base, fuelShare: 1.0049 }).text).toMatch(/^The filling is right/);
  });

  test('of the target: moved or not, and held back by an engine that no longer ran evenly', () => {
    expect(wishFound(base, wish)).toEqual({
      tone: 'good',
      text: 'It needs least air at lambda 0.900, with 39.4 kPa; asked was lambda 0.960.',
    });
    expect(wishFound(base, { ...wish, lambda: 0.956 }).text).toMatch(
      /^It needs least air at the target it has: lambda 0\.956/,
    );
    const held = wishFound(base, { ...wish, heldBack: true });
    expect(held.tone).toBe('warning');
    expect(held.text).toMatch(/leaner it no longer ran evenly, so that a step is left to there\.$/);
  });

  test('of the spark: what pays, what the map has, what is left to idle control', () => {
    const of = (paysToDeg: number, deg: number) => sparkFound(base, { paysToDeg, deg }).text;
    expect(of(20, 14)).toBe(
      'Spark pays up to 20.0°; the map has 12.0°; 14.0° leave idle control 6.0° to give.',
    );
    expect(of(20, 19.5)).toBe('Spark pays up to 20.0°; the map has 12.0°.');
    expect(of(12, 12)).toBe('Spark pays up to 12.0°, as the map has it.');
    expect(of(16, 12.5)).toBe('Spark pays up to 16.0°, and the map leaves idle control the rest.');
  });

  test('of the air: the speed it comes to, by valve or screw; and a mixture that stays off', () => {
    const of = (means: Partial<Record<ChannelId, number>>, by: 'valve' | 'screw' = 'valve') => {
      const all = at({});
      const program = { ...all.program, idleAir: by === 'valve' ? all.program.idleAir : ('none' as never) };
      return airFound({ ...all, program }, point({}, means));
    };
    expect(of({ speed: 1045 })).toEqual([
      { tone: 'good', text: 'It idles at 1045 rev/min, 1000 rev/min asked, with the valve at 15 %.' },
    ]);
    expect(of({ speed: 940 }, 'screw')).toEqual([
      {
        tone: 'warning',
        text: 'It idles at 940 rev/min, 1000 rev/min asked: turn the screw again, or look at the valve’s reach.',
      },
    ]);
    expect(of({ idleTarget: 0 })).toEqual([]);
    expect(of({ lambdaOne: 0.9706 })[0]).toEqual({
      tone: 'error',
      text: 'Where it idles now measured lambda stays 1.1 % off its target.',
    });
    expect(of({ lambdaOne: 0.9494 })[0]?.tone).toBe('error');
    expect(of({ lambdaOne: 0.969 })[0]?.tone).toBe('good');
  });

  test('of lamps and fan: not tried, stalled, caught, or not quite', () => {
    const of = (speeds: number[], target = 1000) => {
      const traced = sampled('speed', speeds) as Extract<Answer, { kind: 'traced' }>;
      return loadsFound(
        at({ loads: { ...traced, channels: { ...traced.channels, idleTarget: [target, NaN, target] } } }),
      )[0];
    };
    const then = (low: number, end: number) => [1000, low, NaN, ...new Array<number>(30).fill(end)];
    expect(loadsFound(at({}))[0]?.text).toBe('Lamps and fan were not tried.');
    expect(of(then(900, 1000), 0)?.tone).toBe('warning');
    expect(of(then(299, 0))).toMatchObject({ tone: 'error' });
    expect(of(then(299, 0))?.text).toMatch(/^Lamps and fan stall it/);
    expect(of(then(801, 1000))).toEqual({
      tone: 'good',
      text: 'Under lamps and fan it falls to 801 rev/min and ends at 1000 rev/min, 1000 rev/min asked.',
    });
    expect(of(then(799, 1000))).toMatchObject({ tone: 'warning' });
    expect(of(then(900, 905))).toMatchObject({ tone: 'good' });
    expect(of(then(900, 890))?.text).toMatch(/idle control needs more reserve\.$/);
    expect(of(then(900, 1110))?.tone).toBe('warning');
  });
});
