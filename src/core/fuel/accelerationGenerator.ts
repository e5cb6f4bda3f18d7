import type { Induction } from '../engine';
import type { Reason } from '../map';

/** What acceleration enrichment is proposed from. */
export interface AccelerationInputs {
  readonly induction: Induction;
  /** How much harder than petrol the fuel evaporates. */
  readonly coldExcess: number;
}

/** Rates that enrichment is proposed on, % a second. */
export const RATE_BREAKPOINTS: readonly number[] = [0, 20, 50, 100, 200, 400, 800];

const MOST_PERCENT = 45;
const RATE_PER_S = 250;
/** Throttles close to the valves fill the short runners at once. */
const INDIVIDUAL = 1.25;

const COLD = { most: 2.7, warmC: 70, spanK: 100 } as const;

/** Fuel added while the throttle opens at a rate, %: grows with the rate and levels off. */
export function proposedAccelerationPercent(inputs: AccelerationInputs, rate: number): number {
  const most = MOST_PERCENT * (inputs.induction === 'individualThrottles' ? INDIVIDUAL : 1);
  return most * Math.sqrt(inputs.coldExcess) * (1 - Math.exp(-Math.max(0, rate) / RATE_PER_S));
}

/** Factor on it against coolant temperature: 1 warm, more while fuel stays on a cold wall. */
export function proposedAccelerationCold(coolantC: number): number {
  const cold = Math.min(1, Math.max(0, (COLD.warmC - coolantC) / COLD.spanK));
  return 1 + (COLD.most - 1) * cold * (0.6 + 0.4 * cold);
}

/** Why they are what they are. */
export function accelerationReasons(
  id: 'acceleration' | 'accelerationCold',
  inputs: AccelerationInputs,
): Reason[] {
  if (id === 'accelerationCold') {
    return [
      {
        text: `1 at ${COLD.warmC} °C and above; ${COLD.most} at ${COLD.warmC - COLD.spanK} °C: the colder the wall, the more of the fuel stays on it when the pressure jumps.`,
      },
    ];
  }
  const reasons: Reason[] = [
    {
      text: 'When the throttle opens, pressure rises faster than fuel leaves the wall. The faster it opens, the more is missing, up to what the film can hold.',
      formula: '45 % · (1 − e^(−rate/250))',
    },
  ];
  if (inputs.induction === 'individualThrottles') {
    reasons.push({ text: `A throttle a cylinder fills its short runner at once: × ${INDIVIDUAL}.` });
  }
  if (inputs.coldExcess > 1) {
    reasons.push({ text: `The fuel evaporates less readily than petrol: × √${inputs.coldExcess}.` });
  }
  return reasons;
}
