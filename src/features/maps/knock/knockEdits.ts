import { type Calibration, usedMaps } from '@/core/calibration';
import type { Source } from '@/core/field';
import { generatedMap, usualChoices } from '@/core/generators';
import { type CleanNoise, thresholdCells } from '@/core/log';
import type { KnockHeard } from '@/core/logStudies';
import { withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { today } from '@/data/today';

/** Puts the threshold that a clean pull gives into a document. */
export function putThreshold(draft: Calibration, noise: CleanNoise, source: Source): void {
  const { knockThreshold } = draft.maps;
  if (knockThreshold === null) return;
  const changes = thresholdCells(noise, knockThreshold.x, MAP_DEFINITIONS.knockThreshold);
  draft.maps.knockThreshold = withCells(knockThreshold, changes, source);
}

/** Puts what each cylinder’s noise is against the others’ into the thresholds by cylinder. */
export function putFactors(draft: Calibration, byCylinder: KnockHeard['byCylinder'], source: Source): void {
  const result = generatedMap(draft, 'knockFactor', usualChoices(draft), today());
  const map = draft.maps.knockFactor ?? (result.ok ? result.proposal.after : null);
  if (map === null) return;
  const { min, max, decimals } = MAP_DEFINITIONS.knockFactor;
  const changes = map.x.flatMap((cylinder, index) => {
    const share = byCylinder.find((one) => one.cylinder === cylinder)?.noiseShare;
    if (share === undefined) return [];
    return [{ index, value: Number(Math.min(max, Math.max(min, share)).toFixed(decimals)) }];
  });
  draft.maps.knockFactor = withCells(map, changes, source);
}

/** Puts the frequency at which the bore rings, and every map of knock that is not there yet. */
export function putKnockProposal(draft: Calibration, bandHz: number, source: Source): void {
  draft.knock.band = { amount: Number((bandHz / 1000).toFixed(2)), unit: 'kHz', source };
  for (const id of usedMaps(draft)) {
    if (MAP_DEFINITIONS[id].group !== 'knock' || draft.maps[id] !== null) continue;
    const result = generatedMap(draft, id, usualChoices(draft), today());
    if (result.ok) draft.maps[id] = result.proposal.after;
  }
}
