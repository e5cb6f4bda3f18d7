import type { ChannelId } from '../channel';
import type { Log } from '../log';
import { sparkStudy, type SparkStudy } from './index';

interface Run {
  readonly sparkDeg: number;
  readonly lambda?: number;
  readonly gear?: number;
  readonly coolant?: number;
  readonly throttle?: number;
  readonly airC?: number;
  /** It knocks above so many rev/min. */
  readonly knocksFromRpm?: number;
  /** The advance with the most torque. */
  readonly best?: number;
}

/** A pull from 2500 to 5500 rev/min, as fast as its spark lets it; drag takes its part. */
function pull({
  sparkDeg,
  lambda = 0.88,
  gear = 3,
  coolant = 88,
  throttle = 100,
  airC = 20,
  knocksFromRpm = Infinity,
  best = 26,
}: Run): Log {
  const rows: Partial<Record<ChannelId, number>>[] = [];
  const torque: number[] = [];
  const times: number[] = [];
  let [rpm, atS] = [2400, 0];
  const row = (open: number) => {
    const knocks = rpm > knocksFromRpm;
    rows.push({
      speed: rpm,
      throttle: open,
      coolant,
      phase: 2,
      gear,
      air: airC,
      manifoldPressure: 100,
      lambdaOne: lambda,
      lambdaTarget: 0.88,
      sparkAdvance: sparkDeg - (knocks ? 2 : 0),
      knockRetard: knocks ? 2 : 0,
    });
  };
  for (let i = 0; i < 20; i += 1, atS += 0.05) {
    row(10);
    torque.push(20);
    times.push(atS);
  }
  while (rpm < 5500) {
    row(throttle);
    const nm = (250 * (1 - 0.0006 * (sparkDeg - best) ** 2) * 293.15) / (airC + 273.15);
    torque.push(nm);
    times.push(atS);
    rpm += (nm - 60 * (rpm / 5500)) * (gear === 3 ? 2.4 : 3.6) * 0.05;
    atS += 0.05;
  }
  for (let i = 0; i < 20; i += 1, atS += 0.05) {
    row(5);
    torque.push(0);
    times.push(atS);
  }
  const ids = Object.keys(rows[0] ?? {}) as ChannelId[];
  return {
    timeS: Float64Array.from(times),
    columns: Object.fromEntries(ids.map((id) => [id, Float64Array.from(rows, (one) => one[id] ?? NaN)])),
    own: [{ name: 'Torque', unit: 'N·m', values: Float64Array.from(torque) }],
  };
}
const runs = (change: (sparkDeg: number) => Partial<Run> = () => ({}), degs = [14, 18, 22, 26, 30]) =>
  degs.map((sparkDeg) => pull({ sparkDeg, ...change(sparkDeg) }));
const ok = (study: SparkStudy) => {
  if (!study.ok) throw new TypeError(study.why);
  return study;
};

describe('by acceleration', () => {
  test('each stretch of speed comes to the spark that was planted, and says what was driven', () => {
    const { found, pulls, leftOutForFuel } = ok(sparkStudy(runs()));
    expect(pulls).toBe(5);
    expect(leftOutForFuel).toBe(0);
    expect(found.length).toBeGreaterThan(4);
    for (const one of found) {
      expect(one).toMatchObject({ gear: 3, pulls: 5, unsure: null, knocksFromDeg: null });
      expect(one.fromDeg).toBeCloseTo(14, 6);
      expect(one.toDeg).toBeCloseTo(30, 6);
      expect(Math.abs((one.leastDeg ?? 0) - (26 - 2.236))).toBeLessThan(1.5);
      expect(one.adviseDeg).toBe(one.leastDeg);
      expect(one.manifoldKpa).toBeCloseTo(100, 6);
    }
    const speeds = found.map(({ speedRpm }) => speedRpm);
    expect(speeds).toEqual([...speeds].sort((a, b) => a - b));
  });

  test('warm and cold air are brought to one', () => {
    // Cold runs have less spark: without that they would look stronger by it.
    const { found } = ok(sparkStudy(runs((deg) => ({ airC: deg < 20 ? -15 : 30 }))));
    const told = found.flatMap(({ leastDeg }) => (leastDeg === null ? [] : [leastDeg]));
    expect(told.length).toBeGreaterThan(0);
    for (const leastDeg of told) expect(Math.abs(leastDeg - 23.8)).toBeLessThan(2);
  });

  test('gears are never compared with each other', () => {
    const { found } = ok(sparkStudy([...runs(), ...runs(() => ({ gear: 2 }))]));
    expect(new Set(found.map(({ gear }) => gear))).toEqual(new Set([2, 3]));
    for (const { pulls } of found) expect(pulls).toBe(5);
  });
});

test('by a torque column gears are alike, and a log without it counts for nothing', () => {
  const from = { kind: 'column', name: 'Torque' } as const;
  const { found } = ok(sparkStudy([...runs(), ...runs(() => ({ gear: 2 }))], from));
  for (const one of found) {
    expect(one).toMatchObject({ gear: 0, pulls: 10 });
    expect(Math.abs((one.leastDeg ?? 0) - 23.76)).toBeLessThan(0.6);
  }
  expect(sparkStudy(runs(), { kind: 'column', name: 'Power' })).toMatchObject({
    ok: false,
    why: 'oneAdvance',
  });
});

describe('knock', () => {
  test('is marked, and nothing is advised within two degrees of it', () => {
    const { found } = ok(sparkStudy(runs((deg) => (deg >= 22 ? { knocksFromRpm: 4000 } : {}))));
    const above = found.filter(({ speedRpm }) => speedRpm > 4100);
    expect(above.length).toBeGreaterThan(1);
    for (const { knocksFromDeg, adviseDeg } of above) {
      // What would have been without the retard.
      expect(knocksFromDeg).toBeCloseTo(22, 6);
      expect(adviseDeg).toBeCloseTo(20, 6);
    }
    for (const { knocksFromDeg } of found.filter(({ speedRpm }) => speedRpm < 3800))
      expect(knocksFromDeg).toBeNull();
  });

  test('is counted too', () => {
    const counted = runs().map((log, i) => ({
      ...log,
      columns: { ...log.columns, knockRetard: new Float64Array(log.timeS.length), knockCount: Float64Array.from(log.timeS, (_, k) => (i === 4 ? k : 3)) }, // prettier-ignore
    }));
    for (const { knocksFromDeg } of ok(sparkStudy(counted)).found) expect(knocksFromDeg).toBeCloseTo(30, 6);
  });
});

describe('what is not told', () => {
  test('more spark would still give torque: not told, nor advised', () => {
    const { found } = ok(sparkStudy(runs(undefined, [6, 10, 14, 16])));
    for (const one of found) expect(one).toMatchObject({ unsure: 'rises', leastDeg: null, adviseDeg: null });
  });

  test('a stretch whose runs hardly differ', () => {
    const close = runs(undefined, [20, 21, 22]);
    expect(sparkStudy(close)).toEqual({ ok: false, why: 'oneAdvance', spreadDeg: expect.closeTo(2, 6) });
    const { found } = ok(sparkStudy([...close, ...runs(() => ({ gear: 2 }))]));
    for (const one of found.filter(({ gear }) => gear === 3)) expect(one.unsure).toBe('spread');
  });

  test('fuel comes first', () => {
    const lean = sparkStudy(runs(() => ({ lambda: 0.93 })));
    expect(lean).toEqual({ ok: false, why: 'fuel', off: expect.closeTo(Math.log(0.93 / 0.88), 6) });
    const second = runs(() => ({ lambda: 0.93 })).map((log) => ({ ...log, columns: { ...log.columns, lambdaOne: new Float64Array(log.timeS.length).fill(NaN), lambdaTwo: log.columns.lambdaOne ?? new Float64Array() } })); // prettier-ignore
    expect(sparkStudy(second)).toMatchObject({ ok: false, why: 'fuel' });
    const unread = second.map(({ timeS, columns: { lambdaTwo: _, ...columns } }) => ({ timeS, columns }));
    expect(ok(sparkStudy(unread))).toMatchObject({ pulls: 5, leftOutForFuel: 0, withoutLambda: 5 });
    expect(ok(sparkStudy(runs())).withoutLambda).toBe(0);
    const { leftOutForFuel, pulls } = ok(sparkStudy([...runs(), pull({ sparkDeg: 24, lambda: 0.8 })]));
    expect([leftOutForFuel, pulls]).toEqual([1, 5]);
  });

  test('no spark logged, no pull, a cold engine, half a throttle', () => {
    const without = runs().map((log) => ({ ...log, columns: { ...log.columns, sparkAdvance: new Float64Array(log.timeS.length).fill(NaN) } })); // prettier-ignore
    expect(sparkStudy(without)).toEqual({ ok: false, why: 'noSpark' });
    expect(sparkStudy([])).toEqual({ ok: false, why: 'noSpark' });
    expect(sparkStudy(runs(() => ({ coolant: 50 })))).toEqual({ ok: false, why: 'noPull' });
    expect(sparkStudy(runs(() => ({ throttle: 55 })))).toEqual({ ok: false, why: 'noPull' });
  });
});

describe('of each stretch', () => {
  test('the slower come first, however they were driven, and each says where it was driven', () => {
    // Those in second gear are listed behind those in third.
    const mixed = [...runs(() => ({ throttle: 80 })), ...runs(() => ({ gear: 2 }))];
    const { found } = ok(sparkStudy(mixed));
    const speeds = found.map(({ speedRpm }) => speedRpm);
    expect(speeds).toEqual([...speeds].sort((a, b) => a - b));
    expect(new Set(found.slice(0, 2).map(({ gear }) => gear)).size).toBe(2);
    for (const { gear, throttlePercent } of found)
      expect(throttlePercent).toBeCloseTo(gear === 3 ? 80 : 100, 6);
  });

  test('runs of unlike pressure are not compared, and what is told is their mean', () => {
    const at = (kpa: number) => (log: Log) => ({
      ...log,
      columns: { ...log.columns, manifoldPressure: new Float64Array(log.timeS.length).fill(kpa) },
    });
    const unlike = [...runs().map(at(96)), ...runs().map(at(150))];
    const { found } = ok(sparkStudy(unlike));
    expect(new Set(found.map(({ manifoldKpa, pulls }) => `${Math.round(manifoldKpa)} ${pulls}`))).toEqual(
      new Set(['96 5', '150 5']),
    );
    const near = ok(sparkStudy([...runs().map(at(94)), ...runs().map(at(98))])).found;
    for (const { manifoldKpa, pulls } of near) expect([Math.round(manifoldKpa), pulls]).toEqual([96, 10]);
  });

  test('two runs are too few to be told of, though they are alike', () => {
    const { found } = ok(sparkStudy([...runs(), ...runs(() => ({ gear: 2 }), [14, 30])]));
    expect(new Set(found.map(({ gear }) => gear))).toEqual(new Set([3]));
  });
});

describe('what counts as a pull for spark, just short of it and beyond', () => {
  test.each([
    [59.5, false],
    [60, true],
  ])('throttle %d %%: %s', (throttle, counts) => {
    expect(sparkStudy(runs(() => ({ throttle }))).ok).toBe(counts);
  });

  test.each([
    [59.9, false],
    [60, true],
  ])('coolant %d °C: %s', (coolant, counts) => {
    expect(sparkStudy(runs(() => ({ coolant }))).ok).toBe(counts);
  });

  test.each([
    [0.88 * Math.exp(0.029), true],
    [0.88 * Math.exp(-0.029), true],
    [0.88 * Math.exp(0.031), false],
    [0.88 * Math.exp(-0.031), false],
  ])('lambda %d of 0.88: %s', (lambda, counts) => {
    expect(sparkStudy(runs(() => ({ lambda }))).ok).toBe(counts);
  });

  test('half of them with right fuel are enough; with fewer the worst is told', () => {
    const degs = [14, 18, 26, 30];
    const off = (sparkDeg: number, many: number) =>
      degs.indexOf(sparkDeg) < many ? { lambda: 0.88 * Math.exp(0.05 + 0.05 * degs.indexOf(sparkDeg)) } : {};
    const half = sparkStudy(runs((deg) => off(deg, 2), degs));
    expect(half).toMatchObject({ ok: true, pulls: 2, leftOutForFuel: 2 });
    const fewer = sparkStudy(runs((deg) => off(deg, 3), degs));
    expect(fewer).toMatchObject({ ok: false, why: 'fuel', off: expect.closeTo(0.15, 6) });
  });

  test('lambda of the first third is what came before: it has no say', () => {
    const late = runs().map((log) => {
      const lambdaOne = Float64Array.from(log.columns.lambdaOne ?? []);
      const first = (log.columns.throttle ?? new Float64Array()).indexOf(100);
      lambdaOne.fill(1.2, 0, first + 8);
      return { ...log, columns: { ...log.columns, lambdaOne } };
    });
    expect(ok(sparkStudy(late)).leftOutForFuel).toBe(0);
  });
});

describe('in newton metres by what is typed of the car', () => {
  // Neither drag nor rolling: torque is inertia times how fast the crank gains speed. 0.19 + 980 · 0.31² / 5.148² = 3.743 kg·m².
  const car = {
    massKg: 980,
    tyreRadiusM: 0.31,
    ratios: [14, 9, 5.148],
    dragAreaM2: 0,
    rollingShare: 0,
    litres: 2.46,
  };
  const vehicle = { kind: 'vehicle', car } as const;
  const asDriven = (sparkDeg: number, speedRpm: number, airC = 20) => {
    const nm = (250 * (1 - 0.0006 * (sparkDeg - 26) ** 2) * 293.15) / (airC + 273.15);
    return (3.743 * ((nm - 60 * (speedRpm / 5500)) * 2.4 * 2 * Math.PI)) / 60;
  };

  test('of the run nearest to what is told', () => {
    for (const { torque, speedRpm, leastDeg } of ok(sparkStudy(runs(), vehicle)).found) {
      const nearest = Math.abs((leastDeg ?? 0) - 22) < Math.abs((leastDeg ?? 0) - 26) ? 22 : 26;
      expect(Math.abs((torque?.torqueNm ?? 0) / asDriven(nearest, speedRpm) - 1)).toBeLessThan(0.004);
      expect(torque?.offNm).toBeGreaterThan(0);
    }
  });

  test('of the most advance where nothing is told', () => {
    const { found } = ok(sparkStudy(runs(undefined, [16, 6, 10, 14]), vehicle));
    for (const { torque, speedRpm, leastDeg } of found) {
      expect(leastDeg).toBeNull();
      expect(Math.abs((torque?.torqueNm ?? 0) / asDriven(16, speedRpm) - 1)).toBeLessThan(0.004);
    }
  });

  test('at one temperature of air, and how far it may be off with it', () => {
    const warm = ok(sparkStudy(runs(), vehicle)).found[2];
    const cold = ok(
      sparkStudy(
        runs(() => ({ airC: -10 })),
        vehicle,
      ),
    ).found[2];
    const nearest = Math.abs((cold?.leastDeg ?? 0) - 22) < 2 ? 22 : 26;
    const toAir = 263.15 / 293.15;
    const expected = asDriven(nearest, cold?.speedRpm ?? 0, -10) * toAir;
    expect(Math.abs((cold?.torque?.torqueNm ?? 0) / expected - 1)).toBeLessThan(0.004);
    const share = (one: typeof warm) => (one?.torque?.offNm ?? NaN) / (one?.torque?.torqueNm ?? NaN);
    expect(share(cold)).toBeCloseTo(share(warm), 6);
  });

  test('none by acceleration alone, and none in a gear that the car has not', () => {
    expect(ok(sparkStudy(runs())).found.every(({ torque }) => torque === null)).toBe(true);
    const other = ok(sparkStudy(runs(), { kind: 'vehicle', car: { ...car, ratios: [14, 9] } })).found;
    expect(other.every(({ torque }) => torque === null)).toBe(true);
  });
});
