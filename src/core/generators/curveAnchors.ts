import { type MapEntry } from '../map';
import { gridOf, lookUpCurve } from '../numeric';
import type { Anchor, MapGenerator, PlainGenerator } from './generator';

/** A place along a curve that it hangs on. */
export interface AnchorPlace {
  readonly id: string;
  /** "at the coldest, −30 °C". */
  readonly at: string;
  readonly x: number;
}

/** Coolant temperatures a start hangs on. */
export const COLD_TO_HOT: readonly AnchorPlace[] = [
  { id: 'coldest', at: 'at the coldest, −30 °C', x: -30 },
  { id: 'mild', at: 'at 20 °C', x: 20 },
  { id: 'hot', at: 'hot, 80 °C', x: 80 },
];

/**
 * A curve that hangs on a few places: where the builder puts another number than was computed, the curve goes through it, and
 * between two places it is moved by what lies between their two moves.
 */
export function anchoredCurve(
  entry: MapEntry,
  base: PlainGenerator,
  places: readonly AnchorPlace[],
): MapGenerator {
  const { label, unit, decimals, min, max } = entry;
  return {
    ...base,
    anchors: (document, choices) => {
      const { valueAtPoint, reasons } = base.generate(document, choices, {});
      return places.map(({ id, at, x }): Anchor => ({
        id,
        label: `${label}, ${at}`,
        unit,
        decimals,
        min,
        max,
        computed: Number(valueAtPoint(x, 0).toFixed(decimals)),
        why: reasons[0]?.text ?? '',
      }));
    },
    generate: (document, choices, own) => {
      const made = base.generate(document, choices, {});
      const moved = places.filter(({ id }) => own[id] !== undefined);
      if (moved.length === 0) return made;
      const moves = gridOf({
        x: places.map(({ x }) => x),
        y: [],
        values: places.map(({ id, x }) => {
          const wanted = own[id];
          return wanted === undefined ? 0 : wanted - made.valueAtPoint(x, 0);
        }),
      });
      return {
        ...made,
        valueAtPoint: (x, y) => made.valueAtPoint(x, y) + lookUpCurve(moves, x),
        reasons: [
          ...made.reasons,
          {
            text: `Moved to your own numbers ${moved.map(({ at }) => at).join(', ')}; between them in proportion.`,
          },
        ],
      };
    },
  };
}
