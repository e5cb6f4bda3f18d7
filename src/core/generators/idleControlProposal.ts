import { baseValue, type Calibration, type FieldPath, valueAt } from '../calibration';
import { type LoopEngine, openingOf100Rpm, openingOfLoad, type ProposedLoop, proposedLoop } from '../idle';
import type { Output } from '../outputs';
import { idleEngineOf, sizeNeeds } from './generator';

/** A field of idle control as it is proposed, in its base unit, and why. */
export interface ProposedIdleField {
  readonly path: FieldPath;
  readonly value: number;
  readonly why: string;
}

/** What idle control is computed from; null while it is missing. */
export function loopEngineOf(document: Calibration): LoopEngine | null {
  const hotSpeedRpm = baseValue(document, 'idle.hotSpeed');
  const needs: readonly FieldPath[] = [...sizeNeeds(document), 'engine.fuel', 'engine.altitude'];
  if (hotSpeedRpm === null || needs.some((path) => valueAt(document, path) === null)) return null;
  const driven = document.idle.air?.value === 'valve';
  const valveGPerS = driven ? baseValue(document, 'idle.valveFlow') : null;
  if (driven && valveGPerS === null) return null;
  return { engine: idleEngineOf(document), hotSpeedRpm, valveGPerS };
}

/** Every number of idle control that this document uses; null while the engine is not described. */
export function idleControlProposal(document: Calibration): readonly ProposedIdleField[] | null {
  const idling = loopEngineOf(document);
  if (idling === null) return null;
  const loop = proposedLoop(idling);
  const byAir = idling.valveGPerS !== null;
  const words = wordsOf(loop, openingOf100Rpm(idling), byAir);
  return (Object.keys(words) as (keyof ProposedLoop)[])
    .filter((key) => (byAir ? key !== 'sparkRestDeg' : !AIR_KEYS.includes(key)))
    .map((key) => ({ path: FIELD[key], value: loop[key], why: words[key] }));
}

const AIR_KEYS: readonly (keyof ProposedLoop)[] = [
  'airPerSPer100Rpm',
  'airLimitPercent',
  'dashpotPercent',
  'dashpotS',
];

const FIELD: Readonly<Record<keyof ProposedLoop, FieldPath>> = {
  windowRpm: 'idle.window',
  throttleBelowPercent: 'idle.throttleBelow',
  sparkDegPer100Rpm: 'idle.sparkGain',
  sparkLimitDeg: 'idle.sparkLimit',
  sparkRestDeg: 'idle.sparkRest',
  airPerSPer100Rpm: 'idle.airGain',
  airLimitPercent: 'idle.airLimit',
  dashpotPercent: 'idle.dashpot',
  dashpotS: 'idle.dashpotFade',
};

function wordsOf(loop: ProposedLoop, of100: number, byAir: boolean): Record<keyof ProposedLoop, string> {
  const percent = of100.toFixed(1);
  return {
    windowRpm: byAir
      ? 'Near enough to be caught, and far from any overrun.'
      : 'An engine whose screw stands open for a reserve hangs after a lift: it is caught early, and the late spark brings it down.',
    throttleBelowPercent: 'Just above the closed stop.',
    sparkDegPer100Rpm: `So the spark has given all it has with ${((100 * (loop.sparkLimitDeg + loop.sparkRestDeg)) / loop.sparkDegPer100Rpm).toFixed(0)} rev/min missing.`,
    sparkLimitDeg: byAir
      ? 'Enough to hold a load until the valve has brought its air.'
      : 'Nothing else holds the speed: as much as the torque still follows.',
    sparkRestDeg:
      'It idles so much later, on air that the screw gives, and has that torque at once for a fan or lamps.',
    airPerSPer100Rpm: `100 rev/min need ${percent} % of this valve when hot; they are brought in three quarters of a second.`,
    airLimitPercent: `Four times what 100 rev/min need: lamps, a fan and a cold night, and no more to wind up.`,
    dashpotPercent: 'Twice what 100 rev/min need: a fast lift comes down softly.',
    dashpotS: 'About as long as the engine takes to come down.',
  };
}

/** Idle valve opening for what an output draws and raises the target by, %; null where nothing is known of either. */
export function idleAirOfOutput(
  document: Calibration,
  { currentA, raisesIdleRpm }: Pick<Output, 'currentA' | 'raisesIdleRpm'>,
): number | null {
  const idling = loopEngineOf(document);
  if (idling === null || idling.valveGPerS === null || currentA === undefined) return null;
  const percent = openingOfLoad(idling, currentA) + (openingOf100Rpm(idling) * raisesIdleRpm) / 100;
  return Math.round(10 * percent) / 10;
}
