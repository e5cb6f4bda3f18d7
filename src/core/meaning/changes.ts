import type { Calibration } from '../calibration';
import { engineMeaning } from './engineMeaning';
import { camMeaning, coilMeaning, triggerMeaning } from './hardwareMeaning';
import { injectorMeaning } from './injectorMeaning';

/** A figure that a change moved. */
export interface FigureChange {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  readonly decimals: number;
  readonly from: number;
  readonly to: number;
}

/** Every derived figure that differs between two states of a document, in the order of the build sheet. */
export function figureChanges(before: Calibration, after: Calibration): FigureChange[] {
  const all = (document: Calibration) => [
    ...engineMeaning(document),
    ...camMeaning(document),
    ...triggerMeaning(document),
    ...injectorMeaning(document),
    ...coilMeaning(document),
  ];
  const old = new Map(all(before).map((figure) => [figure.id, figure.value]));
  return all(after).flatMap(({ id, label, unit, decimals, value }) => {
    const from = old.get(id) ?? null;
    if (from === null || value === null) return [];
    const moved = from.toFixed(decimals) !== value.toFixed(decimals);
    return moved ? [{ id, label, unit, decimals, from, to: value }] : [];
  });
}
