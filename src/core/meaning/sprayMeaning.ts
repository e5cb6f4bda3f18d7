import { baseValue, type Calibration, compile, valvesOf } from '../calibration';
import { injectionAt } from '../ecu';
import { steadyPoint } from '../generators';
import { crankDegrees, type CrankStretch, overlapLossPercent, sprayAtValve } from '../injector';

/** The spray at one point of running, at the valve. */
export interface Spray {
  readonly id: 'idle' | 'cruise' | 'full';
  readonly label: string;
  readonly speedRpm: number;
  readonly openingMs: number;
  readonly spray: CrankStretch;
  /** Share that meets both valves open, %. */
  readonly lossPercent: number;
  /** How much earlier than the spray's end the injector closes, °. */
  readonly transportDeg: number;
}

const HOT = { coolant: 85, air: 25, battery: 14 } as const;
/** A loss above this at idle or cruise is worth a caution, %. */
export const LOSS_LIMIT_PERCENT = 10;

/** Where the spray falls at idle, cruise and full load; null while cams, injection or maps are missing. */
export function sprays(document: Calibration): Spray[] | null {
  const valves = valvesOf(document);
  const end = baseValue(document, 'injection.endOfInjection');
  const transportMs = baseValue(document, 'injection.transport');
  const result = compile(document);
  if (valves === null || end === null || transportMs === null || !result.ok) return null;
  const { program } = result;
  const full = baseValue(document, 'engine.powerPeakSpeed') ?? 6000;
  const points = [
    { id: 'idle', label: 'Idle', speedRpm: 1000, manifoldKpa: 35 },
    { id: 'cruise', label: 'Cruise', speedRpm: 3000, manifoldKpa: 55 },
    {
      id: 'full',
      label: 'Full load',
      speedRpm: full,
      manifoldKpa: baseValue(document, 'engine.maxManifoldPressure') ?? 100,
    },
  ] as const;
  return points.map(({ id, label, speedRpm, manifoldKpa }) => {
    const at = injectionAt(
      program,
      steadyPoint(document, program, { ...HOT, speed: speedRpm, manifoldPressure: manifoldKpa }),
    );
    const spray = sprayAtValve(end, speedRpm, Math.max(0, at.openingMs - at.deadMs));
    return {
      id,
      label,
      speedRpm,
      openingMs: at.openingMs,
      spray,
      lossPercent: overlapLossPercent(spray, valves),
      transportDeg: crankDegrees(speedRpm, transportMs),
    };
  });
}
