import { programOf } from './ventisca';
import type { Calibration } from '@/core/calibration';
import { AT, read } from '@/core/channel';
import { carOf } from '@/standin/carOfDocument';
import { VirtualCar } from '@/standin/virtualCar';

/** The engine of a document held by a brake at part throttle. */
export function onTheBrake(document: Calibration, rpm: number, seed: number): VirtualCar {
  const program = programOf(document);
  const truth = carOf(document, program);
  const surroundings = { barometricKpa: truth.barometricKpa, airC: 15 };
  const car = new VirtualCar(program, truth, { coolantC: 80, batteryV: 12.8, surroundings, seed });
  car.controls.key = true;
  car.advance(1.6);
  car.controls.starter = true;
  for (let i = 0; i < 400 && car.plant.speedRpm < 900; i += 1) car.advance(0.02);
  car.controls.starter = false;
  car.advance(3);
  Object.assign(car.controls, { holdRpm: rpm, pedalPercent: 12 });
  car.advance(2);
  return car;
}

/** Pressure each hundredth of a second while the foot goes down and stays there. */
export function footDown(car: VirtualCar, forS: number): { readonly kpa: number; readonly cut: boolean }[] {
  return Array.from({ length: Math.round(forS * 100) }, () => {
    car.controls.pedalPercent = Math.min(100, car.controls.pedalPercent + 2);
    car.advance(0.01);
    return { kpa: read(car.frame, AT.manifoldPressure), cut: read(car.frame, AT.cutShare) === 100 };
  });
}
