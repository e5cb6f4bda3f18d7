import { FREE_C } from '@tests/independent/engine';
import { madeBy } from '@tests/independent/logMaker';
import { asLog } from '@tests/support/independentLog';
import { mappedCar } from '@tests/support/mappedCar';
import { demo } from '@tests/support/ventisca';
import { type DrivenLog, EVIDENCE_S, type MapTask, mapTaskOf } from '@/core/log';
import { ownFactor } from '@/core/logStudies';
import { gridOf, lookUpCurve } from '@/core/numeric';
import { say } from './report.mts';

const SEEDS = 6;
/** How near a factor comes at every cell with evidence. */
const ASKED = 0.02;
const percent = (share: number) => `${(100 * share).toFixed(2)} %`;
const KELVIN = 273.15;

/** Factors over air temperature: of an engine whose filling goes with it, and of a correction that was typed wrong. */
export function proveOwnFactor(firstSeed: number): void {
  const worst = Array.from({ length: SEEDS }, (_, i) => inIndependent(firstSeed + i)).reduce(worse);
  say(
    worst.off <= ASKED,
    `a factor over air, independent logs: ${percent(worst.off)} at worst (${worst.of})`,
  );
  for (const id of ['ventisca', 'pardela'] as const) {
    const { off, of } = inCar(id, firstSeed);
    say(off <= ASKED, `a correction typed wrong, ${id}: found within ${percent(off)} (${of})`);
  }
}

interface Found {
  readonly off: number;
  readonly of: string;
}

const worse = (a: Found, b: Found) => (b.off > a.off ? b : a);

function inIndependent(seed: number): Found {
  const made = madeBy('chargeTemperature', seed);
  const { log, task } = asLog(made);
  const { withAir } = made.build;
  const truth = (airC: number) => withAir * Math.log((airC + KELVIN) / (FREE_C + KELVIN));
  return judged([{ log, then: null }], task, [10, 20, 30, 40, 50], truth, `seed ${seed}`);
}

/** A car with a right map, and over it a factor by air temperature that nobody needs; driven in the cold and in the heat. */
function inCar(id: 'ventisca' | 'pardela', seed: number): Found {
  const car = mappedCar(demo(id));
  for (const round of [0, 1, 2]) car.correct(car.drive('mapping', seed + round));
  const typed = gridOf({ x: [-20, 10, 40, 70], y: [], values: [1.08, 1.05, 0.95, 0.92] });
  Object.assign(car.program, {
    corrections: [
      {
        id: 'own',
        name: 'Own',
        on: 'fuel',
        operation: 'multiply',
        x: 'air',
        y: null,
        activation: null,
        grid: typed,
      },
    ],
  });
  const logs = [-10, 25].map((airC, i) => ({ log: car.log('mapping', seed + 10 + i, airC), then: null }));
  const task = mapTaskOf(car.program);
  if (task === null) throw new TypeError('This program has no filling map');
  const truth = (airC: number) => -Math.log(lookUpCurve(typed, airC));
  return judged(logs, task, [-20, -5, 10, 25, 40, 55, 70], truth, `seed ${seed}`);
}

function judged(
  drives: readonly DrivenLog[],
  task: MapTask,
  airs: number[],
  truth: (airC: number) => number,
  of: string,
): Found {
  const grid = gridOf({ x: airs, y: [], values: airs.map(() => 1) });
  const found = ownFactor(drives, task, { x: 'air', y: null, grid, when: null });
  if ('why' in found) return { off: Infinity, of: `${of}, refused: ${found.why}` };
  const { change, evidenceS } = found.cells;
  const cells = airs.map((_, i) => i).filter((i) => (evidenceS[i] as number) >= EVIDENCE_S);
  const off = Math.max(...cells.map((i) => Math.abs((change[i] as number) - truth(airs[i] as number))));
  return { off, of: `${of}, ${cells.length} cells, ${percent(found.off)} off, ${percent(found.on)} with it` };
}
