import { airFlowGPerS, airMassMg } from '../air';
import {
  baseValue,
  type Calibration,
  conversionContext,
  type FieldPath,
  sweptVolumePerCylinderCm3,
} from '../calibration';
import {
  airComesBackM,
  AUTHORITY,
  type FalseReading,
  falseReading,
  flowBreakpoints,
  LOOP_MAPS,
  LOOP_START_BREAKPOINTS,
  proposedAuthority,
  proposedLoopStartS,
  type SensorSurroundings,
} from '../closedLoop';
import { deadTimeAtS, type LoopDelay, loopGains } from '../control';
import { manifoldAtThrottle, proposedVePercent } from '../fuel';
import type { MapId } from '../program';
import { anchoredCurve } from './curveAnchors';
import {
  type Anchor,
  breathingNeeds,
  breathingOf,
  type GeneratorChoices,
  type MapGenerator,
  type OwnAnchors,
  type PlainGenerator,
  veInputsOf,
} from './generator';
import { over, speedAndPressure, speedAndThrottle } from './newAxes';

/** Charge temperature that air flows are reckoned with, °C. */
const CHARGE_C = 40;

const DELAY_NEEDS: readonly FieldPath[] = ['closedLoop.delayFixed', 'closedLoop.delayAir', 'closedLoop.lag'];

/** How late lambda is read, as it is typed. */
export function loopDelayOf(document: Calibration): LoopDelay {
  const ms = (path: FieldPath) => baseValue(document, path) ?? 0;
  return {
    fixedS: ms('closedLoop.delayFixed') / 1000,
    airG: ms('closedLoop.delayAir') / 100,
    lagS: ms('closedLoop.lag') / 1000,
  };
}

/** Air of the engine at a point by what its description says of its filling, g/s. */
function flowAt(document: Calibration, choices: GeneratorChoices, speedRpm: number, kpa: number): number {
  const ve = proposedVePercent(veInputsOf(document, choices.cams), speedRpm, kpa);
  const airMg = airMassMg(ve, kpa, sweptVolumePerCylinderCm3(document) ?? 0, CHARGE_C);
  return airFlowGPerS(airMg, baseValue(document, 'engine.cylinders') ?? 0, speedRpm);
}

/** Air of the engine at its highest speed and pressure, g/s. */
function fullFlow(document: Calibration, choices: GeneratorChoices): number {
  const kpa = baseValue(document, 'engine.maxManifoldPressure') ?? 100;
  return flowAt(document, choices, baseValue(document, 'engine.maxSpeed') ?? 7000, kpa);
}

const USUAL_CHOICES: GeneratorChoices = { firstRun: true, cams: 'sporting', use: 'sprint' };

/** A curve of gains by air flow. */
function gainCurve(which: 'proportional' | 'integralPerS', text: string, formula: string): MapGenerator {
  return {
    needs: (document) => [...breathingNeeds(document), ...DELAY_NEEDS],
    anchors: () => [],
    axes: (document) => ({ x: flowBreakpoints(fullFlow(document, USUAL_CHOICES)), y: [] }),
    generate: (document) => {
      const delay = loopDelayOf(document);
      return {
        valueAtPoint: (flow) => loopGains(deadTimeAtS(delay, flow), delay.lagS)[which],
        reasons: [{ text, formula }],
      };
    },
  };
}

/** Where the sensors sit, as far as the document says it. */
export function surroundingsOf(document: Calibration, { cams }: GeneratorChoices): SensorSurroundings {
  const pipeMm = baseValue(document, 'closedLoop.pipeBehind');
  return {
    displacementL:
      ((sweptVolumePerCylinderCm3(document) ?? 0) * (baseValue(document, 'engine.cylinders') ?? 0)) / 1000,
    pipeBehindM: pipeMm === null ? null : pipeMm / 1000,
    raceCams: cams === 'race',
    idleRpm: baseValue(document, 'idle.hotSpeed') ?? 1000,
    barometricKpa: conversionContext(document).barometricKpa,
  };
}

/** Why a sensor does not read the mixture at a point of speed and pressure or throttle; null where it does. */
export function falseReadingAt(
  document: Calibration,
  choices: GeneratorChoices,
  by: 'pressure' | 'throttle',
): (speedRpm: number, load: number) => FalseReading | null {
  const surroundings = surroundingsOf(document, choices);
  const breathing = by === 'throttle' ? breathingOf(document, choices.cams) : null;
  return (speedRpm, load) => {
    const manifoldKpa = breathing === null ? load : manifoldAtThrottle(breathing, speedRpm, load);
    const flowGPerS = flowAt(document, choices, speedRpm, manifoldKpa);
    return falseReading(surroundings, { speedRpm, manifoldKpa, flowGPerS });
  };
}

function authority(way: 'richer' | 'leaner', by: 'pressure' | 'throttle'): MapGenerator {
  return {
    needs: (document) => [
      ...breathingNeeds(document),
      ...(document.closedLoop.pipeBehind === null ? [] : (['closedLoop.pipeBehind'] as const)),
    ],
    anchors: () => authorityAnchors(way),
    axes: by === 'pressure' ? speedAndPressure : speedAndThrottle,
    generate: (document, choices, own) => {
      const isFalse = falseReadingAt(document, choices, by);
      const breathing = breathingOf(document, choices.cams);
      const maxKpa = baseValue(document, 'engine.maxManifoldPressure') ?? 100;
      return {
        valueAtPoint: (speedRpm, load) => {
          if (isFalse(speedRpm, load) !== null) return 0;
          const kpa = by === 'pressure' ? load : manifoldAtThrottle(breathing, speedRpm, load);
          return proposedAuthority(way, kpa, maxKpa, own);
        },
        reasons: authorityReasons(way, surroundingsOf(document, choices), own),
      };
    },
  };
}

/** What the authority of a way hangs on. */
function authorityAnchors(way: 'richer' | 'leaner'): Anchor[] {
  const { light, full } = AUTHORITY[way];
  const percent = { unit: '%', decimals: 0, min: 0, max: 30 } as const;
  return [
    {
      ...percent,
      id: 'light',
      label: 'Authority at light load',
      computed: light,
      why:
        way === 'richer'
          ? 'About what a first map is wrong by.'
          : 'A lean engine at light load only stumbles.',
    },
    {
      ...percent,
      id: 'full',
      label: 'Authority at full load',
      computed: full,
      why:
        way === 'richer'
          ? 'Too rich costs torque and nothing else.'
          : 'Lean under load is what breaks pistons.',
    },
  ];
}

function authorityReasons(way: 'richer' | 'leaner', surroundings: SensorSurroundings, own: OwnAnchors) {
  const { pipeBehindM, displacementL, raceCams } = surroundings;
  const idleFlow = 2 * displacementL;
  const comesBack = airComesBackM(displacementL, idleFlow);
  const short = pipeBehindM !== null && pipeBehindM < comesBack;
  return [
    ...(Object.keys(own).length === 0
      ? []
      : [
          { text: 'At light load, at full load or both by your own number, and between them in proportion.' },
        ]),
    {
      text:
        way === 'richer'
          ? '12 % wherever the reading is true: about what a first map is wrong by.'
          : '8 % at light load and 3 % at full load: a reading that is falsely rich must not make a loaded engine lean.',
    },
    { text: 'Zero below a quarter of the air outside, where charges burn by chance and read lean.' },
    pipeBehindM === null
      ? {
          text: 'The pipe behind the sensor is not typed, and taken for long. With a short one outside air reaches the sensor at idle.',
        }
      : {
          text: short
            ? `Zero at idle and wherever else little gas flows: outside air comes back ${comesBack.toFixed(2)} m at ${idleFlow.toFixed(1)} g/s, and the sensor sits ${pipeBehindM.toFixed(2)} m from the end of its pipe. It reads lean there, and the loop would make the idle rich.`
            : `${pipeBehindM.toFixed(2)} m of pipe behind the sensor keep outside air away at idle too.`,
        },
    ...(raceCams
      ? [{ text: 'Zero around idle: with this much overlap air passes unburned, and reads lean.' }]
      : []),
  ];
}

const loopStart: PlainGenerator = {
  needs: () => [],
  axes: over([...LOOP_START_BREAKPOINTS]),
  generate: () => ({
    valueAtPoint: proposedLoopStartS,
    reasons: [
      { text: 'As long as the after-start enrichment lasts: two minutes in frost, ten seconds hot.' },
    ],
  }),
};

/** How the maps of the closed loop are proposed. */
export const LOOP_GENERATORS = {
  loopRicher: authority('richer', 'pressure'),
  loopLeaner: authority('leaner', 'pressure'),
  loopRicherThrottle: authority('richer', 'throttle'),
  loopLeanerThrottle: authority('leaner', 'throttle'),
  loopProportional: gainCurve(
    'proportional',
    'As quick as the delay allows: half the lag over the delay at each flow.',
    'K = τ / (2 · θ), θ = fixed + air / flow',
  ),
  loopIntegral: gainCurve(
    'integralPerS',
    'The sum takes as long as the lag, and eight delays at most.',
    'Ki = K / min(τ, 8 · θ)',
  ),
  loopStart: anchoredCurve(LOOP_MAPS.loopStart, loopStart, [
    { id: 'frost', at: 'at −30 °C', x: -30 },
    { id: 'mild', at: 'at 20 °C', x: 20 },
    { id: 'hot', at: 'hot, 80 °C', x: 80 },
  ]),
} as const satisfies Partial<Record<MapId, MapGenerator>>;
