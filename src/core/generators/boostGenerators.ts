import { baseValue, type Calibration, conversionContext } from '../calibration';
import { type ChargerOutline, proposedBoostDuty, proposedBoostTarget } from '../boost';
import type { MapId } from '../program';
import type { MapGenerator } from './generator';
import { overGears } from './otherGenerators';

/** The charger as the document describes it. */
export function chargerOf(document: Calibration): ChargerOutline {
  const { barometricKpa } = conversionContext(document);
  const goalKpa = goalOf(document);
  return {
    drive: document.engine.induction?.value === 'turbocharger' ? 'exhaust' : 'belt',
    barometricKpa,
    ratio: baseValue(document, 'engine.chargerRatio') ?? goalKpa / barometricKpa,
    topSpeedRpm: baseValue(document, 'engine.maxSpeed') ?? 7000,
    springKpa: baseValue(document, 'engine.boostLimit') ?? goalKpa,
  };
}

function goalOf(document: Calibration): number {
  return baseValue(document, 'engine.maxManifoldPressure') ?? conversionContext(document).barometricKpa;
}

/** Speeds from a third of the highest to all of it. */
function speeds(document: Calibration): number[] {
  const most = baseValue(document, 'engine.maxSpeed') ?? 7000;
  return [0.3, 0.45, 0.6, 0.75, 0.9].map((share) => Math.round((share * most) / 100) * 100);
}

/** Five pressures from what the spring holds to the goal. */
function pressures(document: Calibration): number[] {
  const { springKpa } = chargerOf(document);
  const most = Math.max(goalOf(document), springKpa + 20);
  return [0, 0.25, 0.5, 0.75, 1].map((share) => Math.round(springKpa + share * (most - springKpa)));
}

/** How the maps of boost are proposed. */
export const BOOST_GENERATORS = {
  boostTarget: {
    needs: () => ['engine.maxSpeed', 'engine.maxManifoldPressure'],
    anchors: () => [],
    axes: (document) => ({ x: speeds(document), y: overGears(document).x }),
    generate: (document) => ({
      valueAtPoint: (_, gear) => proposedBoostTarget(chargerOf(document).springKpa, goalOf(document), gear),
      reasons: [
        {
          text: `${goalOf(document).toFixed(0)} kPa from third gear on, as the engine is meant to have; of what lies over the spring’s ${chargerOf(document).springKpa.toFixed(0)} kPa less in the low gears, where tyres cannot use it.`,
        },
      ],
    }),
  },
  boostDuty: {
    needs: () => ['engine.maxSpeed', 'engine.maxManifoldPressure'],
    anchors: () => [],
    axes: (document) => ({ x: speeds(document), y: pressures(document) }),
    generate: (document) => ({
      valueAtPoint: (speedRpm, kpa) => Math.round(proposedBoostDuty(chargerOf(document), speedRpm, kpa)),
      reasons: [
        {
          text: 'Nothing at what the spring holds, everything where the charger gives no more, and in proportion between: what is left over is for the regulation.',
        },
      ],
    }),
  },
} as const satisfies Partial<Record<MapId, MapGenerator>>;
