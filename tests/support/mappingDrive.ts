import type { Calibration } from '@/core/calibration';
import { AT, frameOf, read } from '@/core/channel';
import { sectionSum } from '@/core/ecuImage';
import {
  cellState,
  correctedCells,
  fillingMapOf,
  mappedCells,
  type MappingAim,
  type MappingSensor,
  type MappingTask,
  mappingAtRest,
  mapTaskOf,
  MOST_AT_ONCE,
  nextGoal,
  reachable,
  takeSample,
  USUAL_DELAY,
} from '@/core/log';
import { withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import type { BenchCar } from '@/standin/benchCar';
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
/** A pedal moves by so much for each kPa that is missing, %, and no faster. */
const PEDAL = { perKpa: 0.12, most: 4 } as const;
const MEASURED = { kind: 'measured', date: '2026-11-28' } as const;

/** What an engine is mapped against, by a calibration. */
export function mappingTaskOf(
  document: Calibration,
  sensors: readonly MappingSensor[] = ['lambdaOne', 'lambdaTwo'],
): MappingTask {
  const program = programOf(document);
  const task = mapTaskOf(program);
  if (task === null) throw new Error('Not metered by a filling map');
  const seen = sensors.filter((id) => program.inputs.some((input) => input.id === id));
  return { ...task, delay: USUAL_DELAY, sensors: seen };
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
  let task = mappingTaskOf(document);
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
        task = { ...mappingTaskOf(document) };
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
    const pedal = bench.wanted.pedalPercent + (Math.abs(missing) > 1.5 ? by : 0);
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
    { by: 'cells', most: MOST_AT_ONCE },
    MAP_DEFINITIONS[mapId],
  );
  copy.maps[mapId] = withCells(map, changes, MEASURED);
  return copy;
}

function write(bench: BenchCar, document: Calibration, mapId: 've' | 'veThrottle'): void {
  const map = document.maps[mapId];
  const id = `maps.${mapId}`;
  const cells = (map?.values ?? []).map((value, index) => ({ index, value }));
  const refused = bench.memory.write(id, cells, sectionSum(id, map), false);
  if (refused !== null) throw new Error(JSON.stringify(refused));
}

/** How far measured lambda is off its target at cells of a map, as shares; cells that nobody comes to are left out. */
export function offAtCells(document: Calibration, bench: BenchCar, indices: readonly number[]): number[] {
  const task = mappingTaskOf(document);
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

/** A described demo in a car as a seed makes it, mapped at the brake for twenty minutes, and driven again by another. */
export function judgeMapping(id: 'ventisca' | 'pardela', seed: number): JudgedMapping {
  const { document, car } = caseOf(id, seed, (draft) => choose(draft, 'closedLoop.use', 'no'));
  const idling = (calibration: Calibration, seeded: number) => {
    const bench = benchOf(calibration, car, { seed: seeded, coolantC: 84, airC: 15 });
    const frame = frameOf();
    bench.take({ starter: true });
    bench.advance(2, frame, () => undefined);
    bench.take({ starter: false });
    bench.advance(20, frame, () => undefined);
    return bench;
  };
  const wanted = { aim: { holdS: 4, tolerance: 0.02 }, fromRpm: 1500, toRpm: 4200, forS: 1200 };
  const mapped = mappedAtBrake(document, idling(document, seed), wanted);
  const offs = offAtCells(mapped.document, idling(mapped.document, seed + 7), mapped.right);
  return {
    off: Math.max(...offs.map(Math.abs)),
    right: offs.length,
    corrections: mapped.corrections,
    tookS: mapped.tookS,
  };
}
