import { PHASE } from '@/core/channel';
import type { EventOutcome } from '../plant';

/** One cylinder’s charge, and what the engine computer took things for when it sparked it. */
export interface CarEvent {
  readonly timeS: number;
  readonly turns: number;
  readonly speedRpm: number;
  readonly cylinder: number;
  /** One of {@link PHASE}. */
  readonly phase: number;
  readonly outcome: EventOutcome;
  readonly vapourLambda: number;
  readonly airMg: number;
  /** Air against a full cylinder at the pressure outside. */
  readonly airShare: number;
  readonly sparkDeg: number;
  /** Work against that with the best spark, −1…1. */
  readonly sparkShare: number;
  readonly knock: number;
  /** Fuel of the opening that was commanded at this event, for another cylinder’s charge, mg, and the opening. */
  readonly injectedMg: number;
  readonly openingMs: number;
  /** The part of the opening in which fuel is meant to flow, ms. */
  readonly netMs: number;
  /** The engine computer cut the fuel of that opening: on overrun, or by a limit. */
  readonly cut: boolean;
  /** The fuel of this charge was cut when its turn was. */
  readonly fuelWasCut: boolean;
  /** It withheld the spark of this charge. */
  readonly sparkCut: boolean;
  readonly lambdaTarget: number;
  readonly loadThrottlePercent: number;
  /** As the engine computer takes them. */
  readonly manifoldKpa: number;
  readonly coolantC: number;
  readonly airC: number;
  readonly batteryV: number;
}

/** True for an event of a running engine. */
export function isRunning({ phase }: CarEvent): boolean {
  return phase === PHASE.running;
}
