import type { Calibration } from '@/core/calibration';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { carOf } from '@/standin/carOfDocument';
import { DryStart, type StartResult, type StartVerdict } from '@/standin/dryStart';
import { programOf } from '@tests/support/ventisca';

/** The demos that everything is tried on. */
export const DEMOS = ['ventisca', 'pardela'] as const;
export type Demo = (typeof DEMOS)[number];

let missed = 0;

/** Says a line, and remembers one that is not met. */
export function say(met: boolean, text: string): void {
  if (!met) missed += 1;
  console.log(`${met ? 'met   ' : 'MISSED'} ${text}`);
}

/** Says a line that nothing was asked of. */
export function found(text: string): void {
  console.log(`       ${text}`);
}

/** How many lines were not met. */
export function missedLines(): number {
  return missed;
}

/** A program in its car. */
export interface Given {
  readonly program: EcuProgram;
  readonly car: Car;
}

/** A calibration in the car it says it is for. */
export function given(document: Calibration, seed?: number): Given {
  const program = programOf(document);
  return { program, car: carOf(document, program, seed) };
}

/** A whole dry start. */
export function started(
  { program, car }: Given,
  coolantC: number,
  batteryV: number,
  seed: number,
  stepS?: number,
): StartResult {
  return new DryStart(program, car, { coolantC, batteryV, seed }, stepS).result();
}

/** How a dry start ended. */
export function verdict(of: Given, coolantC: number, batteryV: number, seed: number): StartVerdict {
  return started(of, coolantC, batteryV, seed).verdict;
}
