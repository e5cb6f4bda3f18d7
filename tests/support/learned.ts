import { programOf } from './ventisca';
import { loopedCar } from './loopedCar';
import type { Calibration } from '@/core/calibration';
import { AT, read } from '@/core/channel';
import type { LearnedState } from '@/core/control';

/** What a car has learned that was held at several points. */
export interface Learned {
  /** Logarithms of the cells that were held at, and of all that never took part. */
  readonly visited: readonly number[];
  readonly others: readonly number[];
  /** What the map is off by, as a logarithm. */
  readonly errorLn: number;
  /** The loop’s trim at the end of each point. */
  readonly trims: readonly number[];
  readonly state: LearnedState;
}

/** Breakpoints of the map that are held at, by throttle. */
const POINTS = [
  { speedRpm: 2000, pedalPercent: 10 },
  { speedRpm: 2600, pedalPercent: 14 },
  { speedRpm: 3200, pedalPercent: 22 },
] as const;
const HELD_S = 75;
/** A cell that was in use for so long, s, has been visited. */
const VISITED_S = 25;

/**
 * A car with injectors of another flow, held at a few points; beside it one with the flow that is typed, so that only what was
 * planted counts.
 */
export function learned(document: Calibration, flowPercent: number, seed: number): Learned {
  const program = programOf(document);
  const driven = (size: number | null) => {
    const errors = size === null ? [] : [{ id: 'injectorFlow', size } as const];
    const car = loopedCar(document, { errors, seed });
    Object.assign(car.controls, { key: true, holdRpm: POINTS[0].speedRpm, pedalPercent: 10 });
    car.advance(25);
    const trims = POINTS.map(({ speedRpm, pedalPercent }) => {
      Object.assign(car.controls, { holdRpm: speedRpm, pedalPercent });
      car.advance(HELD_S);
      return read(car.frame, AT.lambdaTrim);
    });
    return { state: car.snapshot().ecu.learned, trims };
  };
  const wrong = driven(flowPercent);
  const right = driven(null);
  const cells = wrong.state.ln.map((_, cell) => cell);
  const evident = (cell: number, from: number) =>
    Math.min(wrong.state.evidenceS[cell] as number, right.state.evidenceS[cell] as number) >= from;
  const width = program.learned?.x.length ?? 0;
  return {
    visited: cells
      .filter((cell) => evident(cell, VISITED_S))
      .map((cell) => (wrong.state.ln[cell] as number) - (right.state.ln[cell] as number)),
    others: cells
      .filter((cell) => wrong.state.evidenceS[cell] === 0 && width > 0)
      .map((cell) => wrong.state.ln[cell] as number),
    errorLn: -Math.log1p(flowPercent / 100),
    trims: wrong.trims,
    state: wrong.state,
  };
}
