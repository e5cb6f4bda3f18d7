import { AT, type Frame, read } from '../channel';
import { type FilmOut, followUpMg } from '../control';
import { cycleTimeMs, type FiringEvent } from '../engine';
import type { EcuProgram } from '../program';
import type { Fuel } from './injection';
import type { EcuState } from './state';

/** One more opening for a cylinder that was fed before the load rose. */
export interface FollowUp {
  cylinder: number;
  openingMs: number;
}

/** Share of a cycle between the computing of a pulse and the firing of that charge. */
const INJECTION_LEAD_CYCLES = 0.75;

/** How many firings ahead a cylinder is fed. */
export function injectionLead(cylinders: number): number {
  return Math.max(1, Math.round(INJECTION_LEAD_CYCLES * cylinders));
}

/**
 * While the throttle opens: what the cylinders between the one that is fed now and the one that fires now still lack by what
 * is known now. Written into a list of the caller’s, which ends at the count returned.
 */
export function stepFollowUps(
  { firing, film }: EcuProgram,
  state: EcuState,
  frame: Frame,
  fuel: Fuel,
  filmed: FilmOut,
  into: FollowUp[],
): number {
  if (film === null || firing === null || fuel.cut || filmed.reason !== 'followed') return 0;
  const fed = read(frame, AT.cylinder);
  const at = firing.findIndex(({ cylinder }) => cylinder === fed);
  if (at < 0) return 0;
  const ahead = injectionLead(firing.length);
  const mostMg = (cycleTimeMs(read(frame, AT.speed)) / firing.length) * fuel.flowGPerS;
  let count = 0;
  for (let back = 1; back < ahead; back += 1) {
    const { cylinder } = firing[(at - back + firing.length) % firing.length] as FiringEvent;
    const missingMg = followUpMg(state.film, filmed, cylinder, fuel.wantedMg, mostMg);
    if (missingMg === 0) continue;
    const one = (into[count] ??= { cylinder, openingMs: 0 });
    one.cylinder = cylinder;
    one.openingMs = missingMg / fuel.flowGPerS + fuel.deadMs;
    count += 1;
  }
  return count;
}
