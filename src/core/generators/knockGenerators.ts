import { bankOf, baseValue, boreMmOf, type Calibration, type FieldPath } from '../calibration';
import { KNOCK_MAPS } from '../knock';
import { gridOf, lookUpCurve } from '../numeric';
import type { MapId } from '../program';
import {
  knockFrequencyHz,
  knockSpeeds,
  proposedCoolantFactor,
  proposedKnockFuelPercent,
  proposedLengthDeg,
  proposedStartDeg,
  THRESHOLD_MARGIN,
  USUAL_WINDOW_DEG,
  usualNoiseV,
  windowMs,
} from '../sensors';
import { anchoredCurve } from './curveAnchors';
import type { MapGenerator, PlainGenerator } from './generator';
import { over } from './newAxes';

const SPEED: readonly FieldPath[] = ['engine.maxSpeed'];
const maxRpm = (document: Calibration) => baseValue(document, 'engine.maxSpeed') ?? 7000;
const speeds = (document: Calibration) => ({ x: knockSpeeds(maxRpm(document)), y: [] });
const byCylinder = (document: Calibration) => ({
  x: Array.from({ length: baseValue(document, 'engine.cylinders') ?? 2 }, (_, i) => i + 1),
  y: [],
});

/** Speeds that a curve of knock hangs on. */
const LOW_TO_HIGH = [
  { id: 'low', at: 'at 2000 rev/min', x: 2000 },
  { id: 'high', at: 'at 6000 rev/min', x: 6000 },
] as const;

/** Where the bore rings, Hz; null while it is not known. */
export function knockBandHz(document: Calibration): number | null {
  const boreMm = boreMmOf(document);
  return boreMm === null ? null : Math.round(knockFrequencyHz(boreMm));
}

/** Noise that is to be expected without knock at a speed, V, with the gain and window of the document. */
export function expectedNoiseV(document: Calibration): (speedRpm: number) => number {
  const { knockLength } = document.maps;
  const length = knockLength === null ? null : gridOf(knockLength);
  const gain = baseValue(document, 'knock.gain') ?? 1;
  return (speedRpm) => {
    const lengthDeg = length === null ? proposedLengthDeg(speedRpm) : lookUpCurve(length, speedRpm);
    return (gain * usualNoiseV(speedRpm) * lengthDeg) / USUAL_WINDOW_DEG;
  };
}

const start: PlainGenerator = {
  needs: () => SPEED,
  axes: speeds,
  generate: () => ({
    valueAtPoint: proposedStartDeg,
    reasons: [{ text: 'After the spark and the first of the burn, a degree later for every 1200 rev/min.' }],
  }),
};

const length: PlainGenerator = {
  needs: () => SPEED,
  axes: speeds,
  generate: (document) => {
    const top = maxRpm(document);
    const lasts = windowMs(proposedLengthDeg(top), top);
    return {
      valueAtPoint: proposedLengthDeg,
      reasons: [
        {
          text: `As long as it rings, and shorter at speed: ${proposedLengthDeg(top)}° at ${Math.round(top)} rev/min last ${lasts.toFixed(2)} ms.`,
          formula: 'ms = 1000 · length / (6 · speed)',
        },
      ],
    };
  },
};

const threshold: PlainGenerator = {
  needs: () => [...SPEED, 'knock.gain'],
  axes: speeds,
  generate: (document) => {
    const noise = expectedNoiseV(document);
    return {
      valueAtPoint: (speedRpm) => Number((THRESHOLD_MARGIN * noise(speedRpm)).toFixed(2)),
      reasons: [
        {
          text: 'A guess: noise that rises with speed as it does on many engines, and a third on top. Take the threshold from a clean pull of this engine before it is relied on.',
        },
      ],
    };
  },
};

const coolant: PlainGenerator = {
  needs: () => [],
  axes: over([-30, 0, 30, 60, 80]),
  generate: () => ({
    valueAtPoint: proposedCoolantFactor,
    reasons: [{ text: 'Pistons slap until they are warm: 0.4 % more noise for each kelvin below 80 °C.' }],
  }),
};

const fuel: PlainGenerator = {
  needs: () => [],
  axes: over([0, 2, 4, 6, 8]),
  generate: () => ({
    valueAtPoint: proposedKnockFuelPercent,
    reasons: [
      { text: 'Late spark heats the exhaust: 0.6 % of fuel for each degree, which also cools the charge.' },
    ],
  }),
};

/** How the maps of knock control are proposed. */
export const KNOCK_GENERATORS = {
  knockStart: anchoredCurve(KNOCK_MAPS.knockStart, start, LOW_TO_HIGH),
  knockLength: anchoredCurve(KNOCK_MAPS.knockLength, length, LOW_TO_HIGH),
  knockThreshold: anchoredCurve(KNOCK_MAPS.knockThreshold, threshold, LOW_TO_HIGH),
  knockCoolant: anchoredCurve(KNOCK_MAPS.knockCoolant, coolant, [
    { id: 'cold', at: 'at 0 °C', x: 0 },
    { id: 'warm', at: 'warm, 80 °C', x: 80 },
  ]),
  knockFactor: {
    needs: () => ['engine.cylinders'],
    anchors: () => [],
    axes: byCylinder,
    generate: () => ({
      valueAtPoint: () => 1,
      reasons: [{ text: 'All alike until a log shows which cylinder is heard less.' }],
    }),
  },
  knockSensor: {
    needs: () => ['engine.cylinders'],
    anchors: () => [],
    axes: byCylinder,
    generate: (document) => ({
      valueAtPoint: (cylinder) => bankOf(document, cylinder),
      reasons: [{ text: 'Each bank its own: sensor 1 hears bank 1, sensor 2 bank 2.' }],
    }),
  },
  knockFuel: anchoredCurve(KNOCK_MAPS.knockFuel, fuel, [
    { id: 'some', at: 'at 4°', x: 4 },
    { id: 'much', at: 'at 8°', x: 8 },
  ]),
} as const satisfies Partial<Record<MapId, MapGenerator>>;
