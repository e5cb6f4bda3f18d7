import { baseValue, type Calibration, compile, fillingMap, mapAt, strategyOf } from '../../calibration';
import { type Injection, injectionAt } from '../../ecu';
import { steadyPoint } from '../../generators';
import type { EcuProgram } from '../../program';

/** Battery with the alternator charging, coolant hot, air warm. */
const RUNNING = { coolant: 85, air: 25, battery: 14 } as const;

/** What is injected at one point of steady running. */
export interface Fed {
  readonly speedRpm: number;
  readonly kpa: number;
  readonly injection: Injection;
}

const known = new WeakMap<Calibration, Fed | null>();

/** What is injected at a point, hot and charging. */
export function fedAt(document: Calibration, program: EcuProgram, speedRpm: number, kpa: number): Fed {
  const point = steadyPoint(document, program, { ...RUNNING, speed: speedRpm, manifoldPressure: kpa });
  return { speedRpm, kpa, injection: injectionAt(program, point) };
}

/** The program of a document; null while it is incomplete. */
export function programOf(document: Calibration): EcuProgram | null {
  const compiled = compile(document);
  return compiled.ok ? compiled.program : null;
}

/** Where injectors are open longest, over the speeds of the filling map and up to the pressure intended; null while incomplete. */
export function longestFed(document: Calibration): Fed | null {
  const before = known.get(document);
  if (before !== undefined) return before;
  const found = search(document);
  known.set(document, found);
  return found;
}

function search(document: Calibration): Fed | null {
  const program = programOf(document);
  const filling = fillingMap(strategyOf(document));
  const speeds = filling === null ? undefined : mapAt(document, filling)?.x;
  const mostKpa = baseValue(document, 'engine.maxManifoldPressure');
  const mostRpm = baseValue(document, 'engine.maxSpeed');
  if (program === null || speeds === undefined || mostKpa === null || mostRpm === null) return null;
  // More pressure is more fuel: the longest opening of a speed is at the highest.
  const looked = [...speeds.filter((speed) => speed > 0 && speed < mostRpm), mostRpm];
  const fed = looked.map((speedRpm) => fedAt(document, program, speedRpm, mostKpa));
  return fed.reduce((longest, at) =>
    at.injection.dutyPercent > longest.injection.dutyPercent ? at : longest,
  );
}
