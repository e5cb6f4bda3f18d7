import { chance } from '@tests/support/chance';
import { plainTask } from '@tests/support/plainTask';
import type { Log } from '../../log';
import { loopPlant } from './loopPlant';

const TASK = plainTask([800, 7000], [20, 120], [70, 70, 70, 70], {
  ends: { lambdaOne: { min: 0.7, max: 1.3 } },
});

interface Made {
  readonly deadS?: (flowGPerS: number) => number;
  readonly lagS?: number;
  readonly wall?: number;
  readonly size?: number;
  readonly rateHz?: number;
  readonly noise?: number;
  readonly speeds?: readonly number[];
  readonly moves?: boolean;
  readonly lambda?: number;
}

/** A log in which filling is stepped every three seconds at held speeds; its lambda answers with a dead time, a lag and walls. */
function made({
  deadS = () => 0.2,
  lagS = 0.1,
  wall = 0,
  size = 0.08,
  rateHz = 25,
  noise = 0,
  speeds = [2000],
  moves = false,
  lambda = 0.95,
}: Made): Log {
  const next = chance(5);
  const rows: { timeS: number; speed: number; ve: number; lambda: number }[] = [];
  let beganS = 0;
  for (const speed of speeds) {
    // As airFlowGPerS has it, of a 2 L engine at 70 % and 60 kPa.
    const flow = flowOf(speed);
    const stepS = 0.001;
    const [byWall, byLag] = [0.22, lagS].map((s) => 1 - Math.exp(-stepS / s)) as [number, number];
    let [walls, shown] = [0, 0];
    for (let k = 0; k < 18_000; k += 1) {
      const atS = k * stepS;
      // Hands move between two samples.
      const at = atS - deadS(flow) + 0.5 / rateHz;
      const fuel = at < 0 ? 0 : Math.floor(at / 3) % 2 === 0 ? 0 : size;
      walls += (fuel - walls) * byWall;
      shown += ((1 - wall) * fuel + wall * walls - shown) * byLag;
      if (k % Math.round(1000 / rateHz) !== 0) continue;
      const now = Math.floor(atS / 3) % 2 === 0 ? 0 : size;
      rows.push({
        timeS: beganS + atS,
        speed: speed * (moves ? 1 + 0.3 * Math.sin(3 * atS) : 1),
        ve: 70 * Math.exp(now),
        lambda: lambda * Math.exp(-shown + noise * (next() - 0.5)),
      });
    }
    beganS += 30;
  }
  const column = (of: (row: (typeof rows)[number]) => number) => Float64Array.from(rows, of);
  return {
    timeS: column(({ timeS }) => timeS),
    columns: {
      speed: column(({ speed }) => speed),
      manifoldPressure: column(() => 60),
      vePercent: column(({ ve }) => ve),
      lambdaOne: column(({ lambda: read }) => read),
      lambdaTarget: column(() => 0.95),
      phase: column(() => 2),
      coolant: column(() => 88),
      air: column(() => 20),
    },
  };
}
const flowOf = (speed: number) => loopFlow * speed;
// 1000 cm³ a turn · 0.7 · 60 kPa at 20 °C: 0.5 g a turn.
const loopFlow = ((1000 * 0.7 * 60) / (287.05 * 293.15)) * (1 / 60);
const told = (log: Log, task = TASK) => {
  const plant = loopPlant([log], task);
  if (!plant.ok) throw new TypeError(plant.why);
  return plant;
};

describe('delay and lag from steps of fuel', () => {
  test.each([
    [0.1, 0.06],
    [0.2, 0.1],
    [0.42, 0.15],
    [0.3, 0.3],
  ])('%d s and %d s are found again', (dead, lagS) => {
    const { seen, flows } = told(made({ deadS: () => dead, lagS, noise: 0.006 }));
    expect(seen).toHaveLength(1);
    expect(Math.abs((seen[0]?.deadS ?? 0) / dead - 1)).toBeLessThan(0.06);
    expect(Math.abs((seen[0]?.lagS ?? 0) / lagS - 1)).toBeLessThan(0.1);
    expect(seen[0]?.steps).toBe(5);
    expect(flows).toBe('one');
  });

  test.each([
    [0.2, 0.1, 10],
    [0.2, 0.1, 25],
    [0.2, 0.1, 50],
    [0.42, 0.15, 25],
    [0.1, 0.06, 25],
    [0.5, 0.03, 50],
    [0.06, 0.2, 25],
  ])(
    '%d s and %d s, read without scatter %d times a second, come out to the step that is tried',
    (dead, lagS, rateHz) => {
      const [one] = told(made({ deadS: () => dead, lagS, rateHz })).seen;
      expect(Math.abs((one?.deadS ?? 0) - dead)).toBeLessThan(0.0041);
      expect(Math.abs((one?.lagS ?? 0) / lagS - 1)).toBeLessThan(0.051);
      expect(Math.abs((one?.flowGPerS ?? 0) / flowOf(2000) - 1)).toBeLessThan(0.05);
    },
  );

  test.each([0.1, 0.2, 0.3])('with %d of it kept by the walls it is what a loop meets, by hand', (wall) => {
    const [deadS, lagS, wallS] = [0.2, 0.1, 0.22];
    // Fuel through a lag, and what the walls keep of it through both.
    const answer = (t: number) =>
      (1 - wall) * (1 - Math.exp(-t / lagS)) +
      wall * (1 - (lagS * Math.exp(-t / lagS) - wallS * Math.exp(-t / wallS)) / (lagS - wallS));
    const when = (share: number) => {
      let [low, high] = [0, 2];
      for (let i = 0; i < 50; i += 1) {
        const middle = (low + high) / 2;
        if (answer(middle) < share) low = middle;
        else high = middle;
      }
      return low;
    };
    const [early, late] = [when(1 - Math.exp(-1 / 3)), when(1 - Math.exp(-1))];
    const metS = 1.5 * (late - early);
    const [one] = told(made({ wall })).seen;
    expect(Math.abs((one?.lagS ?? 0) - metS)).toBeLessThan(0.006);
    expect(Math.abs((one?.deadS ?? 0) - (deadS + late - metS))).toBeLessThan(0.006);
  });

  test('by flow it is a fixed time and one that the air pushes through', () => {
    const deadS = (flow: number) => 0.09 + 1.5 / flow;
    const { seen, fixedS, airG, flows } = told(made({ deadS, speeds: [1000, 2200, 5000], noise: 0.004 }));
    seen.forEach(({ flowGPerS }, i) =>
      expect(Math.abs(flowGPerS / flowOf([1000, 2200, 5000][i] ?? 0) - 1)).toBeLessThan(0.1),
    );
    expect(seen).toHaveLength(3);
    expect(flows).toBe('several');
    expect(fixedS).toBeCloseTo(0.09, 1);
    expect(Math.abs(airG / 1.5 - 1)).toBeLessThan(0.2);
  });

  test('a delay that grows with flow is fixed, and one that falls faster than air pushes is all air’s', () => {
    const two = (slow: number, quick: number) =>
      told(made({ speeds: [1000, 4000], deadS: (flow) => (flow < flowOf(2000) ? slow : quick) }));
    const grows = two(0.1, 0.3);
    expect(grows.airG).toBe(0);
    expect(grows.fixedS).toBeCloseTo(0.2, 2);
    const falls = two(0.5, 0.05);
    expect(falls.fixedS).toBe(0);
    // Σ d/f ÷ Σ 1/f² with f of 1 and 4; their mean between the ends of the steps is four hundredths more.
    expect(falls.airG / (1.047 * flowOf(1000) * ((0.5 + 0.05 / 4) / (1 + 1 / 16)))).toBeCloseTo(1, 2);
    expect(two(0.3, 0.3)).toMatchObject({ lagS: expect.closeTo(0.1, 2) as number });
  });

  test('the lag is the mean of those at each flow', () => {
    const { seen, lagS } = told(made({ speeds: [1000, 2200, 5000], noise: 0.03 }));
    expect(lagS).toBeCloseTo(seen.reduce((sum, one) => sum + one.lagS, 0) / 3, 12);
  });

  test.each([
    [3100, 1],
    [3300, 2],
  ])('2000 and %d rev/min are %d flows: within 1.6 of the least they are one', (speed, flows) => {
    expect(told(made({ speeds: [speed, 2000] })).seen).toHaveLength(flows);
  });

  test('of many steps the twelve largest are worked with', () => {
    const { seen } = told(made({ speeds: [2000, 2100, 2200, 2300, 2400] }));
    expect(seen.map(({ steps }) => steps)).toEqual([12]);
    // Those at the least flow come first.
    const small = made({ size: 0.03, speeds: [1900, 1950, 2000], deadS: () => 0.4 });
    const large = made({ size: 0.08, speeds: [2050, 2100, 2150] });
    const plant = loopPlant([small, large], TASK);
    expect(plant.ok && plant.seen[0]?.deadS).toBeCloseTo(0.2, 2);
  });

  test('the more it scatters, the less sure it is', () => {
    const spread = (noise: number) => told(made({ noise })).seen[0]?.spreadS ?? 0;
    expect(spread(0.06)).toBeGreaterThan(2 * spread(0.006));
    expect(spread(0.006)).toBeLessThan(0.01);
    expect(spread(0.012) / spread(0.006)).toBeCloseTo(2, 0);
    // Quieter than anybody reads lambda it is as sure as with that: by one thousandth of scatter.
    const [sure] = told(made({})).seen;
    expect(sure?.spreadS).toBeGreaterThan(0.0003);
    expect(sure?.spreadS).toBeLessThan(0.0006);
  });

  test('several logs speak together', () => {
    const few = made({});
    const part = { timeS: few.timeS.slice(0, 250), columns: Object.fromEntries(Object.entries(few.columns).map(([id, values]) => [id, values.slice(0, 250)])) }; // prettier-ignore
    expect(loopPlant([part], TASK).ok).toBe(false);
    expect(loopPlant([part, few], TASK).ok).toBe(true);
  });
});

describe('it refuses', () => {
  test.each([
    ['fuel that does not move', { size: 0.01 }],
    ['fuel that moves by less than 2.5 %', { size: 0.0245 }],
    ['speed that is not held', { moves: true }],
    ['a sensor at its end', { lambda: 0.7 }],
  ])('%s', (_, change) => {
    expect(loopPlant([made(change)], TASK)).toMatchObject({ ok: false, why: 'still', needed: 4 });
  });

  test('less than four steps, and says how many there were', () => {
    const of = (samples: number): Log => {
      const { timeS, columns } = made({});
      return {
        timeS: timeS.slice(0, samples),
        columns: Object.fromEntries(Object.entries(columns).map(([id, all]) => [id, all.slice(0, samples)])),
      };
    };
    // Steps at 3, 6, 9, 12 s; each is read until 1.6 s behind it.
    expect(loopPlant([of(25 * 12)], TASK)).toEqual({ ok: false, why: 'still', steps: 3, needed: 4 });
    expect(loopPlant([of(25 * 13)], TASK)).toMatchObject({ ok: false, steps: 3 });
    expect(loopPlant([of(25 * 14)], TASK)).toMatchObject({ ok: true, seen: [{ steps: 4 }] });
    expect(loopPlant([of(1)], TASK)).toEqual({ ok: false, why: 'slow' });
  });

  test('steps that the other sensor stood at its end through', () => {
    const log = made({});
    const both = (lambdaTwo: number, ends = { min: 0.7, max: 1.3 }) =>
      loopPlant([{ ...log, columns: { ...log.columns, lambdaTwo: log.timeS.map(() => lambdaTwo) } }], {
        ...TASK,
        ends: { lambdaOne: { min: 0.7, max: 1.3 }, lambdaTwo: ends },
      }).ok;
    expect([both(0.95), both(0.706), both(0.708), both(1.286), both(1.288)]).toEqual([true, false, true, true, false]); // prettier-ignore
  });

  test('an engine that is cold', () => {
    const log = made({});
    const cold = { ...log, columns: { ...log.columns, coolant: log.timeS.map(() => 20) } };
    expect(loopPlant([cold], TASK)).toMatchObject({ ok: false, why: 'still', steps: 0 });
  });

  test('a log that is too slow, and one without lambda', () => {
    expect(loopPlant([made({ rateHz: 5 })], TASK)).toEqual({ ok: false, why: 'slow' });
    expect(loopPlant([made({ rateHz: 9.1 })], TASK).ok).toBe(true);
    expect(loopPlant([made({ rateHz: 9 })], TASK)).toEqual({ ok: false, why: 'slow' });
    // What is quick enough is heard beside it.
    expect(loopPlant([made({ rateHz: 5 }), made({})], TASK)).toMatchObject({
      ok: true,
      seen: [{ steps: 5 }],
    });
    const { lambdaOne: _, ...columns } = made({}).columns;
    expect(loopPlant([{ ...made({}), columns }], TASK)).toEqual({ ok: false, why: 'noLambda' });
    expect(loopPlant([], TASK)).toEqual({ ok: false, why: 'noLambda' });
  });
});
