import type { Calibration } from '@/core/calibration';
import type { Source } from '@/core/field';
import { generatedMap, usualChoices } from '@/core/generators';
import { type MapData, withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { today } from '@/data/today';
import type { StepTrial } from '@/workers/driveProtocol';

/** The maps of gains. */
export const GAIN_MAPS = ['loopProportional', 'loopIntegral'] as const;

export type GainMap = (typeof GAIN_MAPS)[number];

/** Gains as they would be proposed now, on the breakpoints there are; null while something is missing. */
export function proposedGains(document: Calibration, id: GainMap): MapData | null {
  const result = generatedMap(document, id, usualChoices(document), today());
  return result.ok ? result.proposal.after : null;
}

/** Puts the proposed gains into a document. */
export function putProposedGains(draft: Calibration): void {
  for (const id of GAIN_MAPS) draft.maps[id] = proposedGains(draft, id) ?? draft.maps[id];
}

/** Puts a measured delay and lag into a document, and the gains that follow from it. */
export function putDelay(draft: Calibration, { delay }: Pick<StepTrial, 'delay'>, source: Source): void {
  const ms = (seconds: number) => ({ amount: Math.max(10, Math.round(1000 * seconds)), unit: 'ms', source });
  draft.closedLoop.delayFixed = ms(delay.fixedS);
  draft.closedLoop.delayAir = { amount: Math.round(100 * delay.airG), unit: 'ms', source };
  draft.closedLoop.lag = ms(delay.lagS);
  putProposedGains(draft);
}

/** Puts one gain at a breakpoint. */
export function putGain(draft: Calibration, id: GainMap, index: number, gain: number, source: Source): void {
  const map = draft.maps[id];
  if (map === null) return;
  const { min, max, decimals } = MAP_DEFINITIONS[id];
  const value = Number(Math.min(max, Math.max(min, gain)).toFixed(decimals));
  draft.maps[id] = withCells(map, [{ index, value }], source);
}
