import { baseValue, type Calibration, conversionContext } from '../calibration';
import type { CellRange, MapData, MapDefinition } from '../map';

/** A part of the engine’s work, as a rectangle of a map in its own units; ends may lie beyond the map. */
export interface MapRegionOf {
  readonly id: 'idle' | 'cruise' | 'fullLoad' | 'boost';
  readonly label: string;
  readonly fromX: number;
  readonly toX: number;
  readonly fromY: number;
  readonly toY: number;
}

/** Shares of barometric pressure, and openings in %, that part light work from heavy. */
const IDLE = { speedShare: 1.35, pressureShare: 0.55, throttle: 3 } as const;
const CRUISE = { speedShare: 0.6, pressureShare: 0.7, throttle: 30 } as const;
const FULL = { pressureShare: 0.88, throttle: 75, toShare: 1.02 } as const;
/** A sensible idle and top while they are not entered, rev/min. */
const USUAL = { idleRpm: 1000, maxRpm: 7000 } as const;

/**
 * Idle, cruise, full load and boost on a map over speed and load; none on other maps, and no boost without a charger or over
 * throttle, where boost is not seen.
 */
export function mapRegions(document: Calibration, { x, y }: Pick<MapDefinition, 'x' | 'y'>): MapRegionOf[] {
  const load = y?.channel;
  if (x.channel !== 'speed' || (load !== 'manifoldPressure' && load !== 'throttle')) return [];
  const { barometricKpa: baro } = conversionContext(document);
  const byPressure = load === 'manifoldPressure';
  const at = (part: { readonly pressureShare: number; readonly throttle: number }) =>
    byPressure ? Math.round(part.pressureShare * baro) : part.throttle;
  const idleTo = Math.round(IDLE.speedShare * (baseValue(document, 'idle.hotSpeed') ?? USUAL.idleRpm));
  const most = baseValue(document, 'engine.maxSpeed') ?? USUAL.maxRpm;
  const top = byPressure ? Math.round(FULL.toShare * baro) : 100;
  const charged = (baseValue(document, 'engine.maxManifoldPressure') ?? 0) > top;
  return [
    { id: 'idle', label: 'Idle', fromX: 0, toX: idleTo, fromY: 0, toY: at(IDLE) },
    {
      id: 'cruise',
      label: 'Cruise',
      fromX: idleTo,
      toX: Math.round(CRUISE.speedShare * most),
      fromY: byPressure ? 0 : at(IDLE),
      toY: at(CRUISE),
    },
    { id: 'fullLoad', label: 'Full load', fromX: idleTo, toX: most, fromY: at(FULL), toY: top },
    ...(byPressure && charged
      ? [
          {
            id: 'boost' as const,
            label: 'Boost',
            fromX: idleTo,
            toX: most,
            fromY: top,
            toY: Math.round(baseValue(document, 'engine.maxManifoldPressure') ?? top),
          },
        ]
      : []),
  ];
}

/** The cells of a map whose breakpoints lie in a region; the nearest column and row where none do. */
export function cellsOfRegion(
  map: Pick<MapData, 'x' | 'y'>,
  { fromX, toX, fromY, toY }: Pick<MapRegionOf, 'fromX' | 'toX' | 'fromY' | 'toY'>,
): CellRange {
  const [fromColumn, toColumn] = within(map.x, fromX, toX);
  const [fromRow, toRow] = within(map.y, fromY, toY);
  return { fromColumn, toColumn, fromRow, toRow };
}

function within(axis: readonly number[], from: number, to: number): readonly [number, number] {
  const inside = axis.flatMap((value, i) => (value >= from && value <= to ? [i] : []));
  const [first] = inside;
  if (first !== undefined) return [first, first + inside.length - 1];
  const middle = (from + to) / 2;
  const nearest = axis.reduce(
    (best, value, i) => (Math.abs(value - middle) < Math.abs((axis[best] as number) - middle) ? i : best),
    0,
  );
  return [nearest, nearest];
}
