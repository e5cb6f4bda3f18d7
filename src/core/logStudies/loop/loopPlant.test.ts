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
    let [walls, shown] = [0, 0];
    for (let k = 0; k < 18_000; k += 1) {
      const atS = k * stepS;
      // Hands move between two samples.
      const at = atS - deadS(flow) + 0.5 / rateHz;
      const fuel = at < 0 ? 0 : Math.floor(at / 3) % 2 === 0 ? 0 : size;
      walls += (fuel - walls) * (1 - Math.exp(-stepS / 0.22));
      shown += ((1 - wall) * fuel + wall * walls - shown) * (1 - Math.exp(-stepS / lagS));
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

  test('what the walls keep is told apart from the lag', () => {
    const { lagS } = told(made({ wall: 0.2, noise: 0.004 }));
    // Of a lag of 100 ms and a fifth on the walls 28.3 % come after 45 ms and 63.2 % after 148.
    expect(lagS).toBeGreaterThan(0.1);
    expect(lagS).toBeLessThan(0.165);
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

  test('speeds that are nearly one are one', () => {
    expect(told(made({ speeds: [2000, 2600] })).seen).toHaveLength(1);
  });

  test('the more it scatters, the less sure it is', () => {
    const spread = (noise: number) => told(made({ noise })).seen[0]?.spreadS ?? 0;
    expect(spread(0.06)).toBeGreaterThan(2 * spread(0.006));
    expect(spread(0.006)).toBeLessThan(0.01);
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
    ['speed that is not held', { moves: true }],
    ['a sensor at its end', { lambda: 0.7 }],
  ])('%s', (_, change) => {
    expect(loopPlant([made(change)], TASK)).toMatchObject({ ok: false, why: 'still', needed: 4 });
  });

  test('a log that is too slow, and one without lambda', () => {
    expect(loopPlant([made({ rateHz: 5 })], TASK)).toEqual({ ok: false, why: 'slow' });
    const { lambdaOne: _, ...columns } = made({}).columns;
    expect(loopPlant([{ ...made({}), columns }], TASK)).toEqual({ ok: false, why: 'noLambda' });
    expect(loopPlant([], TASK)).toEqual({ ok: false, why: 'noLambda' });
  });
});
