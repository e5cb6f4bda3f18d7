import { type SteinhartHart, thermistorC, thermistorOhm } from './steinhartHart';

/** A thermistor to ground with a resistor to the reference voltage above it. */
export interface PullUp {
  readonly referenceV: number;
  readonly pullUpOhm: number;
}

/** Voltage at the pin, V. Example: 2500 Ω under 2490 Ω at 5 V → 2.50501. */
export function pullUpVolts({ referenceV, pullUpOhm }: PullUp, ohm: number): number {
  return (referenceV * ohm) / (ohm + pullUpOhm);
}

/** Resistance that gives a voltage, Ω; the inverse. Infinite at the reference voltage. */
export function pullUpOhm({ referenceV, pullUpOhm: pull }: PullUp, volts: number): number {
  return volts >= referenceV ? Infinity : (pull * volts) / (referenceV - volts);
}

/** What the engine computer takes a voltage for, °C, with the ends of its belief. */
export function temperatureAtVolts(curve: SteinhartHart, pullUp: PullUp, volts: number): number {
  const ohm = pullUpOhm(pullUp, Math.max(0.001, Math.min(pullUp.referenceV * 0.9999, volts)));
  return Math.min(250, Math.max(-70, thermistorC(curve, ohm)));
}

/** Voltage the sensor gives at a temperature, V. */
export function voltsAtTemperature(curve: SteinhartHart, pullUp: PullUp, temperatureC: number): number {
  return pullUpVolts(pullUp, thermistorOhm(curve, temperatureC));
}

/** Temperatures between which one degree is at least one step of the converter; null when it never is. */
export interface SeeingRange {
  readonly fromC: number;
  readonly toC: number;
}

const LOOKED_AT = { fromC: -50, toC: 180 } as const;

/**
 * Where a temperature sensor sees: outside, 1 °C is less than one step of the analogue converter.
 * @param adcBits resolution of the converter over the reference voltage.
 */
export function seeingRange(curve: SteinhartHart, pullUp: PullUp, adcBits: number): SeeingRange | null {
  const step = pullUp.referenceV / 2 ** adcBits;
  let fromC: number | null = null;
  let toC: number | null = null;
  for (let t: number = LOOKED_AT.fromC; t < LOOKED_AT.toC; t += 1) {
    const change = voltsAtTemperature(curve, pullUp, t) - voltsAtTemperature(curve, pullUp, t + 1);
    if (change < step) continue;
    fromC ??= t;
    toC = t + 1;
  }
  return fromC === null || toC === null ? null : { fromC, toC };
}
