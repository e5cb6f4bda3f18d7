import { mappedCar } from '@tests/support/mappedCar';
import { onTheBrake } from '@tests/support/onTheBrake';
import { demo } from '@tests/support/ventisca';
import { type SparkFound, sparkStudy } from '@/core/logStudies';
import { bestSparkDeg } from '@/standin/plant/work';
import { found as noted, say } from './report.mts';

/** Pulls with the whole spark map moved by these, °. */
const MOVED = [-4, 0, 4, 8, 12, 16];
const SHORT_DEG = Math.sqrt(0.003 / 0.0006);
const ASKED_DEG = 1.5;

/** The least spark for the torque from pulls of the car, in the degrees of its engine computer. */
export function proveSpark(firstSeed: number): void {
  for (const id of ['ventisca', 'pardela'] as const) {
    const document = demo(id);
    const car = mappedCar(document);
    for (const round of [0, 1, 2]) car.correct(car.drive('mapping', firstSeed + round));
    const spark = car.program.tables[car.program.load.spark];
    if (spark === undefined) throw new TypeError('No spark map');
    const base = spark.values.slice();
    const logs = MOVED.map((deg, i) => {
      spark.values.set(base.map((value) => value + deg));
      return car.log('pulls', firstSeed + 10 + i, 5);
    });
    const study = sparkStudy(logs);
    if (!study.ok) {
      say(false, `${id}, spark: refused, ${study.why}`);
      continue;
    }
    const early = [3000, 5500].map((rpm) => onTheBrake(document, rpm, firstSeed).timing?.earlyDeg ?? 0);
    const earlyAt = (rpm: number) => {
      const [slow, fast] = [early[0] as number, early[1] as number];
      return slow + ((fast - slow) * (rpm - 3000)) / 2500;
    };
    const offOf = ({ speedRpm, manifoldKpa, leastDeg }: SparkFound) =>
      (leastDeg ?? NaN) -
      (bestSparkDeg(speedRpm, manifoldKpa / car.program.barometricKpa) - SHORT_DEG - earlyAt(speedRpm));
    const told = study.found.filter(({ leastDeg }) => leastDeg !== null);
    const worst = Math.max(...told.map((one) => Math.abs(offOf(one))));
    noted(`${id}: ${told.map((one) => `${one.speedRpm.toFixed(0)} ${offOf(one).toFixed(1)}°`).join(', ')}`);
    say(
      told.length > 0 && worst <= ASKED_DEG,
      `${id}: least spark for the torque within ${worst.toFixed(2)}° in ${told.length} of ${study.found.length} stretches, the others said to be unsure`,
    );
  }
}
