import { plateShare } from './air';
import type { Metal } from './metal';

/** What hands have turned at the throttles since the car came: out is more air, and an earlier plate. */
export interface PlateScrews {
  /** The screw of the air passage beside each plate, turns; those not named are as they were. */
  readonly airScrewTurns: readonly number[];
  /** The rod of each plate, turns. */
  readonly rodTurns: readonly number[];
  /** The one stop of all plates, turns. */
  readonly idleStopTurns: number;
}

/** Nothing was turned. */
export const AS_THEY_CAME: PlateScrews = { airScrewTurns: [], rodTurns: [], idleStopTurns: 0 };

/** A turn of the screw beside a plate, and of the stop of all, mm² each plate; and of a rod, % of pedal travel. */
export const EACH_TURN = { airScrewMm2: 1.2, idleStopMm2: 1.5, rodPercent: 0.6 } as const;

/** A rod takes its play up over so much of the pedal, %: on the stop it moves no plate. */
const PLAY_PERCENT = 5;

/** What screws and rods make of each plate’s opening, beyond its stop and what the pedal alone would open, mm². */
export function plateAdds(
  { throttle }: Metal,
  { airScrewTurns, rodTurns, idleStopTurns }: PlateScrews,
  pedalPercent: number,
  out: Float64Array,
): void {
  const taken = Math.min(1, Math.max(0, pedalPercent) / PLAY_PERCENT);
  for (let i = 0; i < out.length; i += 1) {
    const rod = (throttle.rodPercent?.[i] ?? 0) + EACH_TURN.rodPercent * (rodTurns[i] ?? 0);
    const moved = rod === 0 ? 0 : plateShare(pedalPercent + rod * taken) - plateShare(pedalPercent);
    out[i] =
      EACH_TURN.airScrewMm2 * (airScrewTurns[i] ?? 0) +
      EACH_TURN.idleStopMm2 * idleStopTurns +
      throttle.fullMm2 * moved;
  }
}
