import { looped } from '@tests/support/looped';
import { mappedCar } from '@tests/support/mappedCar';
import { steppedByHand } from '@tests/support/steppedByHand';
import { programOf } from '@tests/support/ventisca';
import { mapTaskOf } from '@/core/log';
import { loopPlant } from '@/core/logStudies';
import { carOf } from '@/standin/carOfDocument';
import { stepTrial, trialPoints } from '@/standin/loopTrial';
import { DEMOS, found as noted, say } from './report.mts';

const SEEDS = 3;
const ASKED = 0.15;
const RATES_HZ = [25, 50];
const percent = (share: number) => `${(100 * share).toFixed(0)} %`;

/** Delay and lag from logs in which a map was stepped by hand at held speeds, against steps of the same car that nobody had to log. */
export async function proveLoopPlant(firstSeed: number): Promise<void> {
  for (const id of DEMOS) {
    let worst = { dead: 0, lag: 0, seed: 0 };
    let told = 0;
    for (let seed = firstSeed; seed < firstSeed + SEEDS; seed += 1) {
      const document = looped(id);
      const car = carOf(document, programOf(document), seed);
      const mapped = mappedCar(document, car);
      for (const round of [0, 1]) mapped.correct(mapped.drive('mapping', seed + round));
      const { program } = mapped;
      const surroundings = { barometricKpa: car.barometricKpa, airC: 10 };
      const setup = { coolantC: 80, batteryV: 12.6, seed, surroundings };
      const points = trialPoints(900, 6500);
      const truth = await stepTrial(program, car, { ...setup, seed: seed + 500 }, points, () =>
        Promise.resolve(true),
      );
      const task = mapTaskOf(program);
      if (truth === null || task === null) throw new TypeError('No steps, or no map');
      for (const rateHz of RATES_HZ) {
        for (const closed of [true, false]) {
          const driven = closed ? program : { ...program, closedLoop: null };
          const plant = loopPlant([steppedByHand(driven, car, setup, points, { rateHz })], task);
          if (!plant.ok) {
            say(false, `${id} ${seed}: refused, ${plant.why}`);
            continue;
          }
          for (const { flowGPerS, deadS, lagS } of plant.seen) {
            const nearest = truth.steps.reduce((a, b) => (Math.abs(Math.log(b.flowGPerS / flowGPerS)) < Math.abs(Math.log(a.flowGPerS / flowGPerS)) ? b : a)); // prettier-ignore
            const off = { dead: Math.abs(deadS / nearest.deadS - 1), lag: Math.abs(lagS / nearest.lagS - 1) };
            told += 1;
            if (off.dead > worst.dead || off.lag > worst.lag)
              worst = { dead: Math.max(off.dead, worst.dead), lag: Math.max(off.lag, worst.lag), seed };
            if (off.dead > ASKED || off.lag > ASKED)
              noted(
                `${id} ${seed} ${rateHz} Hz${closed ? ' closed' : ''}, ${flowGPerS.toFixed(0)} g/s: ${(1000 * deadS).toFixed(0)} + ${(1000 * lagS).toFixed(0)} ms, truly ${(1000 * nearest.deadS).toFixed(0)} + ${(1000 * nearest.lagS).toFixed(0)}`,
              );
          }
        }
      }
    }
    say(
      worst.dead <= ASKED && worst.lag <= ASKED && told > 0,
      `${id}: ${told} flows with a map stepped by hand: delay within ${percent(worst.dead)}, lag within ${percent(worst.lag)} (seed ${worst.seed})`,
    );
  }
}
