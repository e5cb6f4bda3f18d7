import { ecuAtKeyOn } from '@/core/ecu';
import type { EcuProgram } from '@/core/program';
import type { Metal } from '../plant';
import type { CarState } from './carState';

/** Below this voltage the engine computer goes out, and above the other it comes back and knows nothing. */
const POWER_V = { outBelow: 6, backAbove: 6.6 } as const;
/** A contact that lets go does so for so long, s. */
const BREAK_S = 0.25;
/** What pump and fan draw, A. */
const DRAWS_A = { pump: 7, fan: 18 } as const;

/** Power of the engine computer: with the key, unless the voltage falls too low. What it drove goes off with it. */
export function stepPower(program: EcuProgram, { supplyBreaksEveryS }: Metal, state: CarState): void {
  const { power, plant, controls } = state;
  const lasts = plant.batteryV >= (power.on ? POWER_V.outBelow : POWER_V.backAbove);
  const breaks =
    supplyBreaksEveryS !== null && plant.timeS % supplyBreaksEveryS > supplyBreaksEveryS - BREAK_S;
  const on = controls.key && lasts && !breaks;
  if (on === power.on) return;
  power.on = on;
  if (on) {
    state.ecu = ecuAtKeyOn(program, state.ecu.learned, power.resets);
    power.sinceS = plant.timeS;
    state.primed = false;
    state.timing = null;
    return;
  }
  // Counted from key on: with the key it starts anew.
  power.resets = controls.key ? power.resets + 1 : 0;
  state.timing = null;
  state.pumpOn = false;
  state.fanOn = false;
  state.idleValvePercent = 0;
  state.boostValvePercent = 0;
}

/** What is switched on besides engine computer and ignition, A. */
export function loadsA({ controls, pumpOn, fanOn }: CarState): number {
  return controls.loadsA + (pumpOn ? DRAWS_A.pump : 0) + (fanOn ? DRAWS_A.fan : 0);
}
