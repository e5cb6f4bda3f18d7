import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';

/**
 * The function whose part hangs on the pin that this function is given, through the real loom: itself when all is right,
 * another after a swap, null when nothing does, undefined while nothing is wired and all is taken as right.
 */
export function thingAt({ pins }: EcuProgram, { loom }: Car, functionId: string): string | null | undefined {
  if (loom === null) return undefined;
  const pin = pins[functionId];
  return pin === undefined ? null : (loom[pin] ?? null);
}

/** The same, taken as right where nothing is wired. */
export function thingAtOrOwn(program: EcuProgram, car: Car, functionId: string): string | null {
  const thing = thingAt(program, car, functionId);
  return thing === undefined ? functionId : thing;
}

/** True where a function’s pin has its own part, or nothing is wired. */
export function isItself(program: EcuProgram, car: Car, functionId: string): boolean {
  const thing = thingAt(program, car, functionId);
  return thing === undefined || thing === functionId;
}
