import type { Calibration } from '@/core/calibration';
import type { Car } from '../car';

/** What hangs on the pin of each function, through the real loom. */
export interface Wiring {
  /**
   * The function whose part hangs on the pin that this function is given: itself when all is right, another after a
   * swap, null when nothing does, undefined while nothing is wired and all is taken as right.
   */
  thingAt(functionId: string): string | null | undefined;
}

/** The calibration's pins against the loom of the car. */
export function wiringOf(document: Calibration, car: Car): Wiring {
  const { assignments } = document.pins;
  const { loom } = car;
  if (loom === null) return { thingAt: () => undefined };
  const pinOf = new Map(assignments.map((entry) => [entry.function, entry.pin]));
  return {
    thingAt: (functionId) => {
      const pin = pinOf.get(functionId);
      return pin === undefined ? null : (loom.get(pin) ?? null);
    },
  };
}
