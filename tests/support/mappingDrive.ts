import type { Calibration } from '@/core/calibration';
import { AT, frameOf, read } from '@/core/channel';
import { sectionSum } from '@/core/ecuImage';
import {
  cellState,
  correctedCells,
  fillingMapOf,
  mappedCells,
  type MappingAim,
  type MappingTask,
  mappingTaskOf,
  mappingAtRest,
  MOST_AT_ONCE,
  nextGoal,
  reachable,
  sensorsApart,
  takeSample,
} from '@/core/log';
import { withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import type { BenchCar } from '@/standin/benchCar';
import type { Car } from '@/standin/car';
import { choose } from './everything';
import { benchOf } from './procedureRun';
import { caseOf } from './procedureTruths';
import { programOf } from './ventisca';

const SAMPLE_S = 0.02;
/** A correction is taken once so many cells are off. */
const CORRECTS_AT = 6;
/** Hands look at what they are told so often, s, and give a place up that they do not come to, s. */
const LOOKS_EACH_S = 0.4;
const GIVES_UP_S = 14;
/** A pedal moves by so much for each kPa that is missing, %, no faster, and rests where no more than so much is. */
const PEDAL = { perKpa: 0.12, most: 4, restsKpa: 1 } as const;
const MEASURED = { kind: 'measured', date: '2026-11-28' } as const;

/** What an engine is mapped against, by a calibration and all of its sensors. */
export function mappingOf(document: Calibration): MappingTask {
  const task = mappingTaskOf(programOf(document), []);
  if (task === null) throw new Error('Not metered by a filling map');
  return task;
}

/** How a mapping at the brake went. */
export interface MappedDrive {
  readonly document: Calibration;
  readonly mapping: ReturnType<typeof mappingAtRest>;
  readonly task: MappingTask;
  readonly tookS: number;
  readonly corrections: number;
  /** Cells that are known, driven as they are and within tolerance; and those that nobody came to. */
  readonly right: readonly number[];
  readonly givenUp: readonly number[];
}

/** Hands at pedal and brake that go where the mapping says, and take each correction that it offers. */
export function mappedAtBrake(
  before: Calibration,
  bench: BenchCar,
  {
    aim,
    fromRpm,
    toRpm,
    forS,
  }: { readonly aim: MappingAim; readonly fromRpm: number; readonly toRpm: number; readonly forS: number },
): MappedDrive {
  let document = before;
  const mapId = fillingMapOf(programOf(document));
  if (mapId === null) throw new Error('No filling map');
  const mapping = mappingAtRest();
  let task = mappingOf(document);
  const charged = document.engine.induction?.value === 'supercharger';
  const givenUp = new Set<number>();
  const within = reachable(task.grid, { ...task, charged }, { fromRpm, toRpm });
  const wanted = (index: number) => within(index) && !givenUp.has(index);
  let [tookS, corrections, lookedS, seeksS, sought] = [0, 0, 0, 0, -1];
  const frame = frameOf();
  let cells = mappedCells(mapping, task);
  while (tookS < forS) {
    bench.advance(SAMPLE_S, frame, () => undefined);
    tookS += SAMPLE_S;
    takeSample(mapping, task, frame);
    if (tookS - lookedS < LOOKS_EACH_S) continue;
    lookedS = tookS;
    cells = mappedCells(mapping, task);
    const here = {
      x: read(frame, AT.speed),
      y: read(frame, task.load === 'throttle' ? AT.loadThrottle : AT.manifoldPressure),
    };
    const goal = nextGoal(task.grid, cells, here.x > 0 ? here : null, wanted, aim);
    if (goal === null || goal.index !== sought) {
      const off = Array.from(cells.found, (_, i) => i).filter(
        (i) => wanted(i) && cellState(cells, i, aim) === 'off',
      );
      if (off.length >= CORRECTS_AT || (goal === null && off.length > 0)) {
        document = corrected(document, mapId, cells);
        task = mappingOf(document);
        write(bench, document, mapId);
        corrections += 1;
        continue;
      }
    }
    if (goal === null) break;
    if (goal.index !== sought) [sought, seeksS] = [goal.index, tookS];
    else if (tookS - seeksS > GIVES_UP_S) givenUp.add(goal.index);
    const missing = goal.load - here.y;
    const by = Math.max(-PEDAL.most, Math.min(PEDAL.most, PEDAL.perKpa * missing));
    const pedal = bench.wanted.pedalPercent + (Math.abs(missing) > PEDAL.restsKpa ? by : 0);
    bench.take({ holdRpm: goal.speedRpm, pedalPercent: Math.max(0, Math.min(100, pedal)) });
  }
  // What is left is less than counts as wrong: taken too, once all is known.
  const last = corrected(document, mapId, cells);
  const right = Array.from(cells.found, (_, i) => i).filter(
    (i) => wanted(i) && cellState(cells, i, aim) === 'right',
  );
  return { document: last, mapping, task, tookS, corrections, right, givenUp: [...givenUp] };
}

function corrected(
  document: Calibration,
  mapId: 've' | 'veThrottle',
  cells: ReturnType<typeof mappedCells>,
): Calibration {
  const copy = structuredClone(document);
  const map = copy.maps[mapId];
  if (map === null) throw new Error('No filling map');
  const fit = { cells, factor: null };
  const changes = correctedCells(
    map.values,
    fit,
    { by: 'cells', most: MOST_AT_ONCE, beyond: false },
    MAP_DEFINITIONS[mapId],
  );
  copy.maps[mapId] = withCells(map, changes, MEASURED);
  return copy;
}

function write(bench: BenchCar, document: Calibration, mapId: 've' | 'veThrottle'): void {
  const map = document.maps[mapId];
  const id = `maps.${mapId}`;
  const cells = (map?.values ?? []).map((value, index) => ({ index, value }));
  const refused = bench.memory.write(id, cells, sectionSum(id, map), null);
  if (refused !== null) throw new Error(JSON.stringify(refused));
}

/** How far measured lambda is off its target at cells of a map, as shares; cells that nobody comes to are left out. */
export function offAtCells(document: Calibration, bench: BenchCar, indices: readonly number[]): number[] {
  const task = mappingOf(document);
  const { grid } = task;
  const frame = frameOf();
  return indices.flatMap((index) => {
    const rpm = grid.x[index % grid.x.length] as number;
    const load = grid.y[Math.floor(index / grid.x.length)] as number;
    let [sum, count] = [0, 0];
    for (let i = 0; i < 600; i += 1) {
      bench.advance(SAMPLE_S, frame, () => undefined);
      const is = read(frame, task.load === 'throttle' ? AT.loadThrottle : AT.manifoldPressure);
      if (i % 20 === 0 && i < 400) {
        const by = Math.max(-PEDAL.most, Math.min(PEDAL.most, PEDAL.perKpa * (load - is)));
        const pedal = Math.max(0, Math.min(100, bench.wanted.pedalPercent + by));
        bench.take({ holdRpm: rpm, pedalPercent: pedal });
      }
      const near = Math.abs(is - load) < 5 && Math.abs(read(frame, AT.speed) / rpm - 1) < 0.03;
      if (i < 450 || !near) continue;
      const lambdas = task.sensors.map((id) => read(frame, AT[id])).filter(Number.isFinite);
      if (lambdas.length === 0) continue;
      sum += lambdas.reduce((all, one) => all + one, 0) / lambdas.length / read(frame, AT.lambdaTarget);
      count += 1;
    }
    return count < 75 ? [] : [sum / count - 1];
  });
}

/** How far the cells that a mapping calls right are truly off, at the worst, as a share; how many there were, and that each error was asked about. */
export interface JudgedMapping {
  readonly off: number;
  readonly right: number;
  readonly corrections: number;
  readonly tookS: number;
}

const openLoop = (draft: Calibration) => choose(draft, 'closedLoop.use', 'no');
const WANTED = { aim: { holdS: 4, tolerance: 0.02 }, fromRpm: 1500, toRpm: 4200 } as const;

/** A warm engine that idles. */
function idlingBench(document: Calibration, car: Car, seed: number): BenchCar {
  const bench = benchOf(document, car, { seed, coolantC: 84, airC: 15 });
  const frame = frameOf();
  bench.take({ starter: true });
  bench.advance(2, frame, () => undefined);
  bench.take({ starter: false });
  bench.advance(20, frame, () => undefined);
  return bench;
}

/** A described demo in a car as a seed makes it, mapped at the brake for twenty minutes, and driven again by another. */
export function judgeMapping(id: 'ventisca' | 'pardela', seed: number): JudgedMapping {
  const { document, car } = caseOf(id, seed, openLoop);
  const mapped = mappedAtBrake(document, idlingBench(document, car, seed), { ...WANTED, forS: 1200 });
  const offs = offAtCells(mapped.document, idlingBench(mapped.document, car, seed + 7), mapped.right);
  return {
    off: Math.max(...offs.map(Math.abs)),
    right: offs.length,
    corrections: mapped.corrections,
    tookS: mapped.tookS,
  };
}

/** Cells that a mapping calls right, and why the last samples said nothing, where no lambda sensor is plugged in. */
export function mappedUnplugged(id: 'ventisca' | 'pardela', seed: number) {
  const { document, car } = caseOf(id, seed, openLoop);
  const sensorFaults = { lambdaOne: { kind: 'unplugged' }, lambdaTwo: { kind: 'unplugged' } } as const;
  const bench = idlingBench(document, { ...car, sensorFaults }, seed);
  const { right, corrections, mapping, task } = mappedAtBrake(document, bench, { ...WANTED, forS: 60 });
  // Held: why nothing counts is asked where it is not that it moves.
  const frame = frameOf();
  bench.take({ holdRpm: WANTED.fromRpm, pedalPercent: 10 });
  for (let i = 0; i < 500; i += 1) {
    bench.advance(SAMPLE_S, frame, () => undefined);
    takeSample(mapping, task, frame);
  }
  return { right: right.length, corrections, leftOut: mapping.leftOut };
}

/** How far apart a mapping finds the two sensors of an engine whose second bank gets less fuel by a share than its first. */
export function sensorsFoundApart(seed: number, byShare: number): number | null {
  const { document, car } = caseOf('ventisca', seed, openLoop);
  const second = car.engine.exhaust.banks[1] ?? [];
  const fuelShare = car.engine.fuelShare.map((share, i) =>
    second.includes(i + 1) ? share * (1 - byShare) : share,
  );
  const bench = idlingBench(document, { ...car, engine: { ...car.engine, fuelShare } }, seed);
  const { mapping } = mappedAtBrake(document, bench, { ...WANTED, forS: 60 });
  return sensorsApart(mapping)?.ln ?? null;
}
