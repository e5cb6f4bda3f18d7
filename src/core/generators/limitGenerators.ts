import { baseValue, type Calibration } from '../calibration';
import {
  LIMIT_COOLANT_BREAKPOINTS,
  LIMIT_MAPS,
  proposedColdLimitRpm,
  proposedLimits,
  proposedShiftMs,
} from '../limits';
import type { MapId } from '../program';
import { pressureThrottle } from './airGenerators';
import { anchoredCurve } from './curveAnchors';
import type { MapGenerator } from './generator';
import { over } from './newAxes';
import { overGears } from './otherGenerators';

/** The limit of a warm engine: as typed, or what it bears. */
function hardRpmOf(document: Calibration): number {
  const maxSpeedRpm = baseValue(document, 'engine.maxSpeed') ?? 0;
  return baseValue(document, 'limits.hard') ?? proposedLimits(maxSpeedRpm).hardRpm;
}

/** How the maps of limits are proposed. */
export const LIMIT_GENERATORS = {
  limitCoolant: anchoredCurve(
    LIMIT_MAPS.limitCoolant,
    {
      needs: () => ['engine.maxSpeed'],
      axes: over([...LIMIT_COOLANT_BREAKPOINTS]),
      generate: (document) => ({
        valueAtPoint: (coolantC) => proposedColdLimitRpm(hardRpmOf(document), coolantC),
        reasons: [
          {
            text: `Three fifths of ${hardRpmOf(document).toFixed(0)} rev/min at −30 °C, where oil is not yet everywhere, and straight up to all of it at 50 °C.`,
          },
        ],
      }),
    },
    [
      { id: 'coldest', at: 'at the coldest, −30 °C', x: -30 },
      { id: 'mild', at: 'at 10 °C', x: 10 },
      { id: 'warm', at: 'warm, 50 °C', x: 50 },
    ],
  ),
  limitGear: {
    needs: () => ['engine.maxSpeed'],
    anchors: () => [],
    axes: overGears,
    generate: (document) => ({
      valueAtPoint: () => hardRpmOf(document),
      reasons: [{ text: 'The normal limit in every gear, until one of them is known to want less.' }],
    }),
  },
  pressureThrottle,
  shiftTime: {
    needs: () => [],
    anchors: () => [],
    axes: overGears,
    generate: () => ({
      valueAtPoint: proposedShiftMs,
      reasons: [
        {
          text: '100 ms out of first, 10 ms less for each gear above, 60 ms at least: the steps between ratios get smaller. Nothing out of neutral.',
        },
      ],
    }),
  },
} as const satisfies Partial<Record<MapId, MapGenerator>>;
