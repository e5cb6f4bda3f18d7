import { throttleFlowGPerS } from '@/core/air';
import { type IdleEngine, idleNeed } from '@/core/engine';
import { type Curve, curveThrough } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import { ZERO_CELSIUS_K } from '@/core/units';
import type { Charger, Exhaust, IdleAir, Metal, Throttle, Vehicle } from '../plant';

/** What is known of an engine before its parts are. */
export interface Outline {
  readonly cylinders: number;
  readonly displacementL: number;
  readonly maxSpeedRpm: number;
  readonly induction: 'natural' | 'individualThrottles' | 'supercharger' | 'turbocharger';
}

/** Opening of one plate for a litre of what breathes through it, at 7000 rev/min, mm². */
const PLATE_MM2_PER_L = { shared: 1150, own: 3400 } as const;
/** Air that screw, stop and valves were set in, °C. */
const SET_AIR_C = 20;
const HOT_C = 80;

/** Opening of throttle plates as they are usually chosen, mm² each. */
export function usualPlateMm2({ cylinders, displacementL, maxSpeedRpm, induction }: Outline): number {
  const own = induction === 'individualThrottles';
  const litres = own ? displacementL / cylinders : displacementL;
  return (own ? PLATE_MM2_PER_L.own : PLATE_MM2_PER_L.shared) * litres * (maxSpeedRpm / 7000);
}

/** An opening by what flows through it into a pressure, mm². */
export function openingMm2(gPerS: number, barometricKpa: number, manifoldKpa: number): number {
  return gPerS / throttleFlowGPerS(1, barometricKpa, SET_AIR_C + ZERO_CELSIUS_K, manifoldKpa);
}

/** What idle comes by, as the builder has it. */
export interface IdleChoice {
  readonly kind: 'valve' | 'thermostatic' | 'screw';
  /** Air the valve truly passes fully open, g/s; 0 without one. */
  readonly valveGPerS: number;
  readonly hotSpeedRpm: number;
}

/** For each degree of spark that idle keeps in reserve the screw is opened so much further, a share. */
const SCREW_PER_RESERVE_DEG = 0.02;

/** How much further a builder opens the screw for the spark that idle keeps in reserve, a factor. */
export function screwForReserve({ idle }: Pick<EcuProgram, 'idle'>): number {
  return 1 + SCREW_PER_RESERVE_DEG * (idle.loop?.sparkRestDeg ?? 0);
}

/** The stop beside a valve passes this much of the hot need; the valve has room both ways. */
const STOP_BESIDE_VALVE = 0.6;
/** Speed that a thermostatic valve is made for: faster when cold, rev/min for each kelvin below this temperature. */
const FASTER = { perK: 5, belowC: 70, most: 450 } as const;
/** A thermostatic valve is chosen a size smaller than the book has it: a cold engine is fed rich. */
const THERMOSTATIC_SHARE = 0.82;
const THERMOSTATIC_C: readonly number[] = [-30, -20, -10, 0, 10, 20, 30, 40, 50, 60, 70];

/**
 * The idle path as it was set on a bench that knows engines of this size, not this one: stop and valve pass what such an
 * engine needs by the book.
 * @param stop what the stop is off that, as a factor.
 */
export function usualIdlePath(
  engine: IdleEngine,
  { kind, valveGPerS, hotSpeedRpm }: IdleChoice,
  plates: number,
  stop = 1,
): { stopMm2: Throttle['stopMm2']; idleAir: IdleAir } {
  const need = (coolantC: number) => {
    const faster = Math.min(FASTER.most, Math.max(0, (FASTER.belowC - coolantC) * FASTER.perK));
    const { airGPerS, manifoldKpa } = idleNeed(engine, hotSpeedRpm + faster, coolantC);
    return openingMm2(airGPerS, engine.barometricKpa, manifoldKpa);
  };
  const hot = need(HOT_C);
  const open = (kind === 'valve' ? STOP_BESIDE_VALVE : 1) * hot * stop;
  const thermostatic: Curve = curveThrough(
    kind === 'thermostatic'
      ? [
          ...THERMOSTATIC_C.map(
            (coolantC) => [coolantC, THERMOSTATIC_SHARE * Math.max(0, need(coolantC) - hot)] as const,
          ),
          [HOT_C, 0],
        ]
      : [[0, 0]],
  );
  return {
    stopMm2: Array.from({ length: plates }, () => open / plates),
    idleAir: {
      valveMm2: kind === 'valve' ? openingMm2(valveGPerS, engine.barometricKpa, 0) : 0,
      thermostatic,
    },
  };
}

/** A charger as it is usually chosen for the pressure that is meant. */
export function usualCharger(
  { induction, maxSpeedRpm }: Outline,
  barometricKpa: number,
  limitKpa: number,
): Charger | null {
  if (induction !== 'supercharger' && induction !== 'turbocharger') return null;
  const most = Math.max(1.05, limitKpa / barometricKpa);
  return induction === 'supercharger'
    ? { drive: 'belt', pressureRatio: most, topSpeedRpm: maxSpeedRpm, limitKpa, cooled: 0.7 }
    : {
        drive: 'exhaust',
        pressureRatio: 1 + 1.3 * (most - 1),
        topSpeedRpm: maxSpeedRpm,
        limitKpa,
        cooled: 0.7,
      };
}

/** Pipe behind a lambda sensor where nothing is said of it, m. */
const USUAL_PIPE_M = 2.2;

/** The way out, with a lambda sensor for each of these groups of cylinders: a single one’s pipe holds less than a collector. */
export function usualExhaust(
  displacementL: number,
  cylinders: number,
  banks: Exhaust['banks'],
  pipeBehindM = USUAL_PIPE_M,
): Exhaust {
  const seen = banks.reduce((sum, bank) => sum + bank.length, 0) / banks.length;
  const lineMg = (500 * displacementL * seen) / cylinders;
  return { backKpa: 18, banks, lineMg, deadS: 0.04, lagS: 0.06, pipeBehindM };
}

/** A car about an engine of this size. */
export function usualVehicle(displacementL: number): Vehicle {
  return {
    massKg: 700 + 120 * displacementL,
    tyreRadiusM: 0.31,
    ratios: [12.1, 8.2, 6.2, 4.9, 4.0],
    dragAreaM2: 0.68,
    rolling: 0.015,
  };
}

/** Rotating inertia, volume behind the plates and the rest of what grows with size. */
export function usualSizes({
  displacementL,
  induction,
}: Outline): Pick<Metal, 'inertiaKgM2' | 'manifoldVolumeL'> {
  return {
    inertiaKgM2: 0.03 + 0.065 * displacementL,
    manifoldVolumeL: displacementL * (induction === 'individualThrottles' ? 0.55 : 1.6),
  };
}

/** Flow of a pump that is chosen with room: so many times what full load takes, g/s. */
export function usualPumpGPerS(fullFuelMg: number, cylinders: number, maxSpeedRpm: number): number {
  return (1.5 * fullFuelMg * cylinders * maxSpeedRpm) / 120_000;
}

/** Parts of the air or the fuel of each cylinder that differ like this, with a mean of exactly 1. */
export function shares(differences: readonly number[]): number[] {
  const mean = differences.reduce((sum, value) => sum + value, 0) / differences.length;
  return differences.map((value) => 1 + value - mean);
}

/** Evenly firing cylinders in their own order: what stands in while no order is described. */
export function evenFiring(cylinders: number): Metal['firing'] {
  return Array.from({ length: cylinders }, (_, i) => ({ cylinder: i + 1, angleDeg: (i * 720) / cylinders }));
}
