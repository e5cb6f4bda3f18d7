import { inSentence } from '../units';
import { baseValue, type Calibration, tableAt } from '../calibration';
import { FUEL_MAPS } from '../fuel';
import { fuelById, type FuelId } from '../fuels';
import type { MapId } from '../program';
import { anchoredCurve } from './curveAnchors';
import type { MapGenerator, PlainGenerator } from './generator';
import { over } from './newAxes';

/** Gears that trims are laid for while no gear sensor says how many there are. */
const USUAL_GEARS = 6;

const NEUTRAL = { valueAtPoint: () => 0 } as const;

/** No trim until something was measured, one cell for each cylinder. */
const byCylinder: MapGenerator = {
  needs: () => ['engine.cylinders'],
  anchors: () => [],
  axes: (document) => ({ x: upTo(1, baseValue(document, 'engine.cylinders') ?? 2), y: [] }),
  generate: () => ({
    ...NEUTRAL,
    reasons: [
      {
        text: 'No trim: nothing tells the cylinders apart until their lambda, plugs or knock were looked at.',
      },
    ],
  }),
};

/** No trim, one cell for each gear, neutral first. */
const byGear: MapGenerator = {
  needs: () => [],
  anchors: () => [],
  axes: overGears,
  generate: () => ({
    ...NEUTRAL,
    reasons: [{ text: 'No trim: every gear alike until a log shows that one of them needs more or less.' }],
  }),
};

/** One cell for each gear, neutral first. */
export function overGears(document: Calibration): { x: number[]; y: number[] } {
  return { x: upTo(0, highestGear(document)), y: [] };
}

function highestGear(document: Calibration): number {
  const gears = (tableAt(document, 'sensors.gear.points') ?? []).map(([gear = 0]) => gear);
  return document.sensors.gear.fitted?.value === 'yes' && gears.length > 0 ? Math.max(...gears) : USUAL_GEARS;
}

function upTo(first: number, last: number): number[] {
  return Array.from({ length: last - first + 1 }, (_, i) => first + i);
}

/** Ethanol that a blend hangs on, %. */
const BLEND_PLACES = [
  { id: 'half', at: 'at 40 % ethanol', x: 40 },
  { id: 'full', at: 'at 85 % ethanol', x: 85 },
] as const;

/** The fuel second maps are proposed for, and its ethanol. */
const SECOND_FUEL: FuelId = 'ethanol85';
const SECOND_PERCENT = 85;

/** Straight from none to the fuel of the second map. */
const blendCurve: PlainGenerator = {
  needs: () => [],
  axes: over([0, 10, 25, 40, 55, 70, SECOND_PERCENT]),
  generate: () => ({
    valueAtPoint: (ethanol) => Math.min(100, (100 * Math.max(0, ethanol)) / SECOND_PERCENT),
    reasons: [
      {
        text: `Nothing of the second map with pure petrol, all of it with ${SECOND_PERCENT} % ethanol, for which it is proposed; straight between until blends were tried.`,
      },
    ],
  }),
};

/** What the second map differs by from the first, beyond the fuel itself. */
const SECOND_FACTOR: Partial<Record<MapId, { readonly factor: number; readonly why: string }>> = {
  ve: { factor: 1.03, why: 'Ethanol cools the charge as it evaporates: 3 % more filling.' },
  veThrottle: { factor: 1.03, why: 'Ethanol cools the charge as it evaporates: 3 % more filling.' },
};

/** A second map: what its first would be for a fuel with much ethanol, on the first one’s axes. */
export function secondMap(firstId: MapId, first: MapGenerator): MapGenerator {
  const differs = SECOND_FACTOR[firstId];
  return {
    needs: first.needs,
    axes: (document) => document.maps[firstId] ?? first.axes(document),
    anchors: (document, choices) => first.anchors(withFuel(document), choices),
    generate: (document, choices, own) => {
      const { valueAtPoint, reasons, ...shape } = first.generate(withFuel(document), choices, own);
      const factor = differs?.factor ?? 1;
      return {
        ...shape,
        valueAtPoint: (x, y) => valueAtPoint(x, y) * factor,
        reasons: [
          { text: `As for ${inSentence(fuelById(SECOND_FUEL).label)}.` },
          ...(differs === undefined ? [] : [{ text: differs.why }]),
          ...reasons,
        ],
      };
    },
  };
}

function withFuel(document: Calibration): Calibration {
  const { fuel } = document.engine;
  if (fuel === null) return document;
  return { ...document, engine: { ...document.engine, fuel: { ...fuel, value: SECOND_FUEL } } };
}

/** How trims and blend curves are proposed. */
export const OTHER_GENERATORS = {
  fuelCylinder: byCylinder,
  fuelGear: byGear,
  sparkCylinder: byCylinder,
  sparkGear: byGear,
  blendFuel: anchoredCurve(FUEL_MAPS.blendFuel, blendCurve, BLEND_PLACES),
  blendTarget: anchoredCurve(FUEL_MAPS.blendTarget, blendCurve, BLEND_PLACES),
  blendSpark: anchoredCurve(FUEL_MAPS.blendSpark, blendCurve, BLEND_PLACES),
  blendStart: anchoredCurve(FUEL_MAPS.blendStart, blendCurve, BLEND_PLACES),
} as const satisfies Partial<Record<MapId, MapGenerator>>;
