import type { Frame } from '@/core/channel';
import type { Controls, Felt } from './controls';
import { VirtualCar } from './virtualCar';

/**
 * A driver: a script over a car. Sees what the engine computer says, as a driver sees the dashboard and hears the engine,
 * and sets the controls. What it remembers is plain data, which the caller owns.
 */
export interface Driver<Memory> {
  readonly atStart: () => Memory;
  /** Sets the controls for the next hundredth of a second. */
  readonly drive: (memory: Memory, frame: Frame, timeS: number, controls: Controls, felt: Felt) => void;
}

/** How often a driver acts, s. */
export const DRIVER_S = 0.01;

/** A car with a driver in it. */
export interface Drive<Memory> {
  readonly car: VirtualCar;
  readonly driver: Driver<Memory>;
  readonly memory: Memory;
}

/** Drives on up to a time of the car. */
export function driveTo<Memory>({ car, driver, memory }: Drive<Memory>, untilS: number): void {
  while (car.timeS < untilS - DRIVER_S / 2) {
    driver.drive(memory, car.frame, car.timeS, car.controls, car.felt);
    car.advance(DRIVER_S);
  }
}
