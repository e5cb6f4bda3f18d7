import { loopEngineOf } from '../../generators';
import { flowShare, idleNeed } from '../../engine';
import { SCREW_SHARE } from '../../idle';
import { choiceAt } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { mapInUse, MAPS_IN_USE } from '../entry/maps';
import { temperatureWords } from '../entry/units';

/** Coolant of a hot idle, which the stop is set at, °C. */
const HOT_C = 80;
/** A need that is so little beyond what there is, is not known so well, a share. */
const SLACK = 1.15;

export const idleTargetUnreachable = check({
  id: 'idle.targetUnreachable',
  title: 'Idle target without the air for it',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'A loop that cannot reach its target stands at its limit, and has nothing left for a load.',
  find: (document) => {
    const idling = loopEngineOf(document);
    const target = mapInUse(document, 'idleSpeed');
    const by = choiceAt(document, 'idle.air');
    if (idling === null || target === null || by === 'thermostatic') return null;
    const { engine, hotSpeedRpm, valveGPerS } = idling;
    const stop = (valveGPerS === null ? 1 : SCREW_SHARE) * idleNeed(engine, hotSpeedRpm, HOT_C).airGPerS;
    let worst = { lacks: 0, coolantC: NaN, rpm: NaN };
    target.x.forEach((coolantC, i) => {
      const rpm = target.values[i] as number;
      const need = idleNeed(engine, rpm, Math.min(HOT_C, coolantC));
      const there = (stop + (valveGPerS ?? 0)) * flowShare(engine, need.manifoldKpa);
      const lacks = need.airGPerS / there;
      if (lacks > worst.lacks) worst = { lacks, coolantC, rpm };
    });
    return foundWhen(worst.lacks > SLACK, 'maps.idleSpeed', worst);
  },
  say: ({ lacks, coolantC, rpm }, units) =>
    `At ${temperatureWords(coolantC, units)} ${rpm.toFixed(0)} rev/min need about ${lacks.toFixed(1)} times the air that idle can have there. Aim lower, or give it a larger path: a foot on the pedal is what is left.`,
});
