import type { Calibration } from '@/core/calibration';
import { loopGains, loopTrial } from '@/core/control';
import { BAD_SENSORS, goneWrong } from '@tests/support/badSensors';
import { choose } from '@tests/support/everything';
import { learned } from '@tests/support/learned';
import { looped, loopNumber } from '@tests/support/looped';
import { LOOPED_AT, loopedCar, watched } from '@tests/support/loopedCar';
import { DEMOS, say } from './report.mts';

const SEEDS = 10;
/** Delay and lag as a step trial measures them in each demo. */
const DELAYS = { ventisca: [110, 194, 96], pardela: [110, 135, 97] } as const;

function tuned(
  id: (typeof DEMOS)[number],
  change: (document: Calibration) => void = () => undefined,
): Calibration {
  return looped(id, (document) => {
    const [fixed, air, lag] = DELAYS[id];
    loopNumber(document, 'delayFixed', fixed, 'ms');
    loopNumber(document, 'delayAir', air, 'ms');
    loopNumber(document, 'lag', lag, 'ms');
    change(document);
  });
}

/** Closed loop on the bare plant and in the car, with sensors that go wrong, and what is learned. */
export function proveLoop(firstSeed: number): void {
  const seeds = Array.from({ length: SEEDS }, (_, i) => firstSeed + i);
  bare(firstSeed);
  for (const id of DEMOS) {
    const document = tuned(id);
    let worst = { delays: 0, overshoot: 0, seed: 0 };
    for (const seed of seeds) {
      for (const at of LOOPED_AT) {
        const { withinS, delayS, overshoot } = watched(document, at, seed);
        if (withinS / delayS > worst.delays) worst = { ...worst, delays: withinS / delayS, seed };
        worst = { ...worst, overshoot: Math.max(worst.overshoot, overshoot) };
      }
    }
    say(
      worst.delays < 10 && worst.overshoot < 0.12,
      `${id}: 10 % of filling within 1 % of lambda in ${worst.delays.toFixed(1)} delays at worst (seed ${worst.seed}), ${(100 * worst.overshoot).toFixed(1)} % beyond`,
    );
  }
  const document = tuned('ventisca');
  for (const [name, fault, why] of BAD_SENSORS) {
    const all = seeds.map((seed) => goneWrong(loopedCar(document, { seed }), fault));
    const mostLn = Math.max(...all.map((one) => one.mostLn));
    const afterS = Math.max(...all.map((one) => one.leftAfterS));
    const said = all.every(({ codes }) => why.some((code) => codes.has(code)));
    say(
      mostLn <= Math.log(1.12) + 1e-9 && afterS < 1 && said,
      `sensors ${name}: left after ${afterS.toFixed(2)} s, trim ${(100 * Math.expm1(mostLn)).toFixed(1)} % at most`,
    );
  }
  const learning = tuned('ventisca', (draft) => choose(draft, 'learned.use', 'yes'));
  for (const size of [-6, 4]) {
    const all = seeds.slice(0, 5).map((seed) => learned(learning, size, seed));
    const cells = all.flatMap(({ visited, errorLn }) => visited.map((ln) => Math.abs(ln - errorLn)));
    const untouched = all.every(({ others }) => others.every((ln) => ln === 0));
    say(
      cells.length >= 10 && Math.max(...cells) < 0.015 && untouched,
      `injectors of ${size} % other flow: ${cells.length} visited cells within ${(100 * Math.max(...cells)).toFixed(2)} % of it, others ${untouched ? 'as they were' : 'MOVED'}`,
    );
  }
}

/** Any delay and lag, by the control itself. */
function bare(firstSeed: number): void {
  let worst = { delays: 0, overshoot: 0, read: 0 };
  for (let i = 0; i < 400; i += 1) {
    const draw = (k: number) =>
      ((Math.imul(firstSeed + i + 1, 2654435761 + 40503 * k) >>> 0) % 10_000) / 10_000;
    const plant = { deadS: 0.04 + 0.76 * draw(1), lagS: 0.03 + 0.37 * draw(2) };
    const gains = loopGains(plant.deadS, plant.lagS);
    const filling = loopTrial(plant, gains, 'filling');
    worst = {
      delays: Math.max(worst.delays, (filling.withinOnePercentS ?? Infinity) / plant.deadS),
      overshoot: Math.max(worst.overshoot, filling.overshoot),
      read: Math.max(worst.read, loopTrial(plant, gains).overshoot),
    };
  }
  say(
    worst.delays < 10 && worst.overshoot < 0.12 && worst.read < 0.1,
    `bare plant, 400 delays and lags: within 1 % in ${worst.delays.toFixed(1)} delays, ${(100 * worst.overshoot).toFixed(1)} % beyond; a step of what is read ${(100 * worst.read).toFixed(1)} %`,
  );
}
