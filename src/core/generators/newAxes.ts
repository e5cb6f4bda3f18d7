import { baseValue, type Calibration, valueAt } from '../calibration';
import { type BreathingInputs, manifoldAtThrottle } from '../fuel';
import { weightedAxis } from '../map';
import { COOLANT_BREAKPOINTS } from '../startup';
import { breathingNeeds, breathingOf, camCharacterOf } from './generator';

const SPEED_BREAKPOINTS = 16;
const PRESSURE_BREAKPOINTS = 12;

/** Throttle openings while nothing is known of the engine: close together where little changes much. */
const THROTTLE_BREAKPOINTS: readonly number[] = [0, 2, 4, 7, 11, 16, 23, 32, 45, 60, 80, 100];
const THROTTLE_COUNT = 14;
/** Where in the first gap one more is laid. */
const FIRST_GAP_SHARE = 0.5;
/** Openings at which the engine's filling is looked at to lay the axis, %. */
const LOOKED_AT = [0, 1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20, 23, 26, 30, 35, 40, 50, 60, 80, 100];
/** Every part of the axis counts this much beside the filling that changes there. */
const EVEN_WEIGHT = 0.004;

/** Sixteen speeds: close together around idle, even above, the last at maximum speed. */
export function speedBreakpoints(maxSpeedRpm: number): number[] {
  const idle = [500, 800, 1000, 1200, 1500];
  const steps = SPEED_BREAKPOINTS - idle.length;
  const even = Array.from({ length: steps }, (_, i) => {
    const speed = 1500 + ((maxSpeedRpm - 1500) * (i + 1)) / steps;
    return i === steps - 1 ? maxSpeedRpm : Math.round(speed / 50) * 50;
  });
  return strictlyIncreasing([...idle.filter((speed) => speed < maxSpeedRpm - 100), ...even]);
}

/** Twelve pressures from 20 kPa: even, on fives, the last at or just above the highest intended. */
export function pressureBreakpoints(maxManifoldKpa: number): number[] {
  const top = Math.ceil(maxManifoldKpa / 5) * 5;
  const even = Array.from({ length: PRESSURE_BREAKPOINTS }, (_, i) => {
    const pressure = 20 + ((top - 20) * i) / (PRESSURE_BREAKPOINTS - 1);
    return Math.round(pressure / 5) * 5;
  });
  return strictlyIncreasing(even);
}

function strictlyIncreasing(values: readonly number[]): number[] {
  return values.filter((value, i) => i === 0 || value > Math.max(...values.slice(0, i)));
}

type Axes = { readonly x: readonly number[]; readonly y: readonly number[] };

/** Speed across, manifold pressure up. */
export function speedAndPressure(document: Calibration): Axes {
  return {
    x: speedBreakpoints(baseValue(document, 'engine.maxSpeed') ?? 7000),
    y: pressureBreakpoints(baseValue(document, 'engine.maxManifoldPressure') ?? 100),
  };
}

/** Speed across, throttle up: openings close together where the engine's filling changes with them. */
export function speedAndThrottle(document: Calibration): Axes {
  const x = speedBreakpoints(baseValue(document, 'engine.maxSpeed') ?? 7000);
  const known = breathingNeeds(document).every((path) => valueAt(document, path) !== null);
  return {
    x,
    y: known ? throttleBreakpoints(breathingOf(document, camCharacterOf(document)), x) : THROTTLE_BREAKPOINTS,
  };
}

/** Openings between which the manifold pressure changes by about as much, over all speeds. */
function throttleBreakpoints(breathing: BreathingInputs, speeds: readonly number[]): number[] {
  const looked = speeds.filter((_, i) => i % 3 === 0);
  const full = looked.map((speed) => manifoldAtThrottle(breathing, speed, 100));
  const shares = LOOKED_AT.map((percent) =>
    looked.map((speed, i) => manifoldAtThrottle(breathing, speed, percent) / (full[i] as number)),
  );
  const weight = (percent: number) => {
    const above = Math.max(
      1,
      LOOKED_AT.findIndex((at) => at >= percent),
    );
    const span = (LOOKED_AT[above] as number) - (LOOKED_AT[above - 1] as number);
    const steps = looked.map((_, i) => (shares[above]?.[i] ?? 0) - (shares[above - 1]?.[i] ?? 0));
    return EVEN_WEIGHT + Math.max(...steps) / span;
  };
  const [closed = 0, ...open] = weightedAxis(0, 100, THROTTLE_COUNT - 1, weight, 1);
  // A butterfly uncovers by the square of its angle at first, where a straight line over the whole first gap is far off.
  const between = Math.round(10 * (closed + FIRST_GAP_SHARE * ((open[0] ?? 100) - closed))) / 10;
  return [closed, between, ...open];
}

/** A curve over coolant temperature. */
export function overCoolant(): Axes {
  return { x: COOLANT_BREAKPOINTS, y: [] };
}

/** A curve over these breakpoints. */
export function over(x: readonly number[]): () => Axes {
  return () => ({ x, y: [] });
}
