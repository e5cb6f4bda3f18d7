import type { Edge, PickupKind } from '@/core/trigger';

/** A sensor at a wheel as it truly is. */
export interface WheelSensor {
  /** Its kind, and the flank at which the angles of the wheel are meant; null where it is as it is described. */
  readonly is: { readonly kind: PickupKind; readonly mark: Edge } | null;
  /** Its two wires are changed for each other. */
  readonly swapped: boolean;
  /** From the tooth to the edge at the engine computer, µs. */
  readonly delayUs: number;
  /** Teeth that are broken off, from the first after the gap on, 0 being that. */
  readonly brokenTeeth: readonly number[];
  /** Share of the edges that do not arrive, and of those that noise comes before. */
  readonly lostShare: number;
  readonly noiseShare: number;
  /** Share of the teeth at which a wheel that is loose slips while its speed changes quickly. */
  readonly slipsShare: number;
}

/** The sensors at crank and cam. */
export interface WheelSensors {
  readonly crank: WheelSensor;
  readonly cam: WheelSensor;
}

/** A sensor as it should be. */
export function soundSensor(change: Partial<WheelSensor> = {}): WheelSensor {
  return {
    is: null,
    swapped: false,
    delayUs: 0,
    brokenTeeth: [],
    lostShare: 0,
    noiseShare: 0,
    slipsShare: 0,
    ...change,
  };
}
