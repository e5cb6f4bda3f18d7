import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '@/standin/carOfDocument';
import { DryStart } from '@/standin/dryStart';

/** A dry start as numbers: of each firing its time, turns, speed, air, lambda and knock. */
export interface StartNumbers {
  readonly of: string;
  readonly code: string;
  readonly endSpeedRpm: number;
  readonly events: readonly (readonly number[])[];
}

const COOLANTS_C = [-20, 0, 20, 80];
const SEED = 41;

/** The dry starts that are compared between engines of JavaScript: both demos, from frost to hot, 20 s each. */
export function startsInNumbers(): StartNumbers[] {
  return (['ventisca', 'pardela'] as const).flatMap((id) => {
    const document = demo(id);
    const program = programOf(document);
    const car = carOf(document, program);
    return COOLANTS_C.map((coolantC) => {
      const { verdict, events } = new DryStart(program, car, {
        coolantC,
        batteryV: 12.6,
        seed: SEED,
      }).result();
      return {
        of: `${id} at ${coolantC} °C`,
        code: verdict.code,
        endSpeedRpm: verdict.endSpeedRpm,
        events: events.map((event) => [
          event.timeS,
          event.turns,
          event.speedRpm,
          event.airMg,
          event.vapourLambda,
          event.injectedMg,
          event.knock,
        ]),
      };
    });
  });
}

Object.assign(globalThis, { startsInNumbers });
