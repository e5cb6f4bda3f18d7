import { xoroshiro128plus } from 'pure-rand';
import { type VirtualCar } from '@/standin/virtualCar';
import { virtualCar } from '@tests/support/car';
import { demo } from '@tests/support/ventisca';
import { DEMOS, say } from './report.mts';

const DRIVES = 40;
const MOMENTS = 30;
const MOMENT_S = 0.5;

const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0);
const stored = ({ plant }: VirtualCar) => ({
  air: sum(plant.manifoldMg) + sum(plant.drawnMg),
  fuel: sum(plant.filmMg) + sum(plant.waitingMg),
});

/** Over drives by chance nothing is made or lost: air and fuel to rounding, energy to the charge that still acts. */
export function proveDrives(firstSeed: number): void {
  for (const id of DEMOS) {
    let worst = { air: 0, fuel: 0, seed: firstSeed };
    for (let i = 0; i < DRIVES; i += 1) {
      const seed = firstSeed + i;
      const random = xoroshiro128plus(seed);
      const one = (of: number) => (random.unsafeNext() >>> 0) % of;
      const car = virtualCar(demo(id), { coolantC: one(120) - 30, seed });
      const { totals } = car.plant;
      car.controls.key = true;
      const at = stored(car);
      const was = { ...totals };
      for (let k = 0; k < MOMENTS; k += 1) {
        Object.assign(car.controls, {
          key: one(12) > 0,
          starter: one(3) === 0,
          pedalPercent: one(3) === 0 ? 0 : one(101),
          gear: one(6),
          clutch: one(3) / 2,
          brake: one(4) === 0 ? 1 : 0,
          holdRpm: one(3) === 0 ? 700 + one(6500) : null,
        });
        car.surroundings = { barometricKpa: 70 + one(32), airC: one(60) - 25 };
        car.advance(MOMENT_S);
      }
      const now = stored(car);
      const airLeft = totals.airInMg - was.airInMg - (totals.airDrawnMg - was.airDrawnMg);
      const fuelLeft = totals.injectedMg - totals.burnedMg - totals.lostMg;
      const air = Math.abs(now.air - at.air - airLeft) / Math.max(1, totals.airInMg);
      const fuel = Math.abs(now.fuel - at.fuel - fuelLeft) / Math.max(1, totals.injectedMg);
      if (air > worst.air || fuel > worst.fuel) {
        worst = { air: Math.max(air, worst.air), fuel: Math.max(fuel, worst.fuel), seed };
      }
    }
    say(
      worst.air < 1e-9 && worst.fuel < 1e-9,
      `${id}, ${DRIVES} drives of ${MOMENTS * MOMENT_S} s by chance: of the air ${worst.air.toExponential(1)}, of the fuel ${worst.fuel.toExponential(1)} unaccounted for at most, seed ${worst.seed}`,
    );
  }
}
