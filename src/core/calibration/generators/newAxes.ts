import { COOLANT_BREAKPOINTS } from '../../startup';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';

const SPEED_BREAKPOINTS = 16;
const PRESSURE_BREAKPOINTS = 12;

/** Throttle openings close together where little changes much. */
export const THROTTLE_BREAKPOINTS: readonly number[] = [0, 2, 4, 7, 11, 16, 23, 32, 45, 60, 80, 100];

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

/** Speed across, throttle up. */
export function speedAndThrottle(document: Calibration): Axes {
  return { x: speedBreakpoints(baseValue(document, 'engine.maxSpeed') ?? 7000), y: THROTTLE_BREAKPOINTS };
}

/** A curve over coolant temperature. */
export function overCoolant(): Axes {
  return { x: COOLANT_BREAKPOINTS, y: [] };
}

/** A curve over these breakpoints. */
export function over(x: readonly number[]): () => Axes {
  return () => ({ x, y: [] });
}
