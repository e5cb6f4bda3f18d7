import { demo, programOf } from './ventisca';
import { AT, read } from '@/core/channel';
import type { CutBy } from '@/core/control';
import type { EcuProgram } from '@/core/program';
import { carOf } from '@/standin/carOfDocument';
import { type CarEvent, VirtualCar } from '@/standin/virtualCar';

export interface Revved {
  readonly top: number;
  readonly events: readonly (CarEvent & { readonly allCut: boolean; readonly totalInjectedMg: number })[];
  readonly car: VirtualCar;
}

/** The engine started hot and revved in neutral with the foot down, for some seconds. */
export function revved(
  id: 'ventisca' | 'pardela',
  change: (program: EcuProgram) => EcuProgram,
  seed = 2,
): Revved {
  const document = demo(id);
  const program = change(programOf(document));
  const truth = carOf(document, program);
  const surroundings = { barometricKpa: truth.barometricKpa, airC: 10 };
  const car = new VirtualCar(program, truth, { coolantC: 80, batteryV: 12.8, surroundings, seed });
  const events: Revved['events'][number][] = [];
  let top = 0;
  car.controls.key = true;
  car.advance(1.6);
  car.controls.starter = true;
  for (let i = 0; i < 300 && car.plant.speedRpm < 900; i += 1) car.advance(0.02);
  car.controls.starter = false;
  car.advance(4);
  car.onEvent = (event) => {
    const allCut = read(car.frame, AT.cutShare) === 100;
    events.push({ ...event, allCut, totalInjectedMg: car.plant.totals.injectedMg });
    top = Math.max(top, event.speedRpm);
  };
  car.controls.pedalPercent = 100;
  car.advance(5);
  return { top, events, car };
}

/** A program whose limit acts by one way alone. */
export const limitedBy =
  (by: CutBy, change: Partial<NonNullable<EcuProgram['limits']>> = {}) =>
  (program: EcuProgram): EcuProgram => ({
    ...program,
    limits: program.limits && { ...program.limits, by, byCoolant: null, ...change },
  });
