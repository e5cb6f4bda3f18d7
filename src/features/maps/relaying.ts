import { type Calibration, definitionAt, type MapKey, relaidWithFollowers } from '@/core/calibration';
import type { Source } from '@/core/field';
import { generatorValueAt, usualChoices } from '@/core/generators';
import type { BeyondRule, MapData, SurfaceChange } from '@/core/map';
import { relaidMap, surfaceChange } from '@/core/map/schema';
import { isMapId } from '@/core/program';
import { today } from '@/data/today';

/** New axes as they are asked for, and what cells beyond the old ones take. */
export interface RelayPlan {
  readonly axes: { readonly x: readonly number[]; readonly y: readonly number[] };
  readonly rule: BeyondRule['kind'];
  /** What each step beyond the old range changes by, where the rule is that. */
  readonly percent: number;
}

/** A map as a plan lays it. */
export interface RelaidMap {
  readonly mapId: MapKey;
  readonly after: MapData;
  readonly change: SurfaceChange;
}

/** The map as the plan lays it, and behind it those whose axes follow. Its axes have to be in order. */
export function relaidBy(
  document: Calibration,
  mapKey: MapKey,
  map: MapData,
  { axes, rule, percent }: RelayPlan,
): readonly [RelaidMap, ...RelaidMap[]] {
  const choices = usualChoices(document);
  const ruleFor = (id: MapKey) =>
    beyondRule(rule, percent, isMapId(id) ? generatorValueAt(document, id, choices) : null);
  const source: Source = { kind: 'computed', date: today(), note: 'Re-laid' };
  const [own, ...followers] = isMapId(mapKey)
    ? relaidWithFollowers(document, mapKey, axes, ruleFor, source)
    : [];
  if (own !== undefined) return [own, ...followers];
  const after = relaidMap(map, axes, ruleFor(mapKey), source, definitionAt(document, mapKey));
  return [{ mapId: mapKey, after, change: surfaceChange(map, after) }];
}

function beyondRule(
  rule: BeyondRule['kind'],
  percent: number,
  physics: ((x: number, y: number) => number) | null,
): BeyondRule {
  if (rule === 'percent') return { kind: 'percent', percent };
  if (rule === 'physics' && physics !== null) return { kind: 'physics', valueAt: physics };
  return rule === 'slope' ? { kind: 'slope' } : { kind: 'hold' };
}
