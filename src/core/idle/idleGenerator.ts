import { flowShare, type IdleEngine, idleNeed } from '../engine';
import type { Reason } from '../map';

/** What idle curves are proposed from. */
export interface IdleInputs {
  readonly engine: IdleEngine;
  readonly hotSpeedRpm: number;
  /** Air the valve passes fully open while idling, g/s; null without a valve. */
  readonly valveGPerS: number | null;
  /** {@link SCREW_SHARE} beside a driven valve; a thermostatic one is shut when hot. */
  readonly screwShare: number;
}

const HOT_C = 80;
/** Beside a driven valve the screw, or the throttle stop, passes this much of the hot need; the valve has room both ways. */
export const SCREW_SHARE = 0.6;
/** Faster when cold: rev/min for each kelvin below working temperature, and at most. */
const FASTER = { perK: 5, belowC: 70, most: 450 } as const;

/** Idle target speed at a coolant temperature, rev/min, on tens. */
export function proposedIdleSpeed({ hotSpeedRpm }: IdleInputs, coolantC: number): number {
  const faster = Math.min(FASTER.most, Math.max(0, (FASTER.belowC - coolantC) * FASTER.perK));
  return Math.round((hotSpeedRpm + faster) / 10) * 10;
}

/** Opening of the idle valve at a coolant temperature, %. */
export function proposedIdleAir(inputs: IdleInputs, coolantC: number): number {
  const { engine, valveGPerS, screwShare } = inputs;
  if (valveGPerS === null) return 0;
  const speed = (temperatureC: number) => proposedIdleSpeed(inputs, temperatureC);
  const hot = idleNeed(engine, speed(HOT_C), HOT_C);
  const need = idleNeed(engine, speed(coolantC), Math.min(HOT_C, coolantC));
  const passes = flowShare(engine, need.manifoldKpa);
  const screw = screwShare * hot.airGPerS * passes;
  const percent = (100 * (need.airGPerS - screw)) / (valveGPerS * passes);
  return Math.min(100, Math.max(0, percent));
}

/** Why the idle curves are what they are. */
export function idleReasons(id: 'idleAir' | 'idleSpeed', inputs: IdleInputs): Reason[] {
  if (id === 'idleSpeed') {
    return [
      {
        text: `${Math.round(inputs.hotSpeedRpm)} rev/min hot, as you want it; ${FASTER.perK} rev/min more for each °C below ${FASTER.belowC}, ${FASTER.most} at most: a faster engine warms its valves and keeps running on thick oil.`,
        formula: 'target = hot + 5 · (70 − T), at most 450 more',
      },
    ];
  }
  const hot = idleNeed(inputs.engine, inputs.hotSpeedRpm, HOT_C);
  const cold = idleNeed(inputs.engine, proposedIdleSpeed(inputs, -20), -20);
  return [
    {
      text: `Hot, idling needs about ${hot.airGPerS.toFixed(1)} g/s of air; at −20 °C about ${cold.airGPerS.toFixed(1)} g/s, against thick oil and faster.`,
      formula: 'air = (friction + p_baro − p) · V / (0.27 · heat of air) · speed / 120',
    },
    {
      text: `${inputs.screwShare < 1 ? 'The screw or the throttle stop is taken to pass six tenths of the hot need; the valve gives the rest' : 'A thermostatic valve is shut when hot, and the screw or the throttle stop passes all of that need: the curve says how far the valve is taken to have opened by itself'}, less where the manifold pressure is too high for choked flow.`,
      formula: 'opening = (need − screw) / valve flow, both × Ψ(p/p_baro)/0.6847',
    },
  ];
}
