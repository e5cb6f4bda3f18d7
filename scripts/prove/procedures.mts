import {
  HONEST,
  judgeBalance,
  judgeCoolant,
  judgeFire,
  type Judged,
  judgeFlow,
  judgeHonest,
  judgeIdle,
  judgeKnock,
  judgePressure,
  judgeThrottle,
  judgeTiming,
  judgeWiring,
} from '@tests/support/procedureTruths';
import { judgeMapping, mappedUnplugged, sensorsFoundApart } from '@tests/support/mappingDrive';
import { type Demo, DEMOS, say } from './report.mts';

const SEEDS = 20;

/** What each has to come to: its name, how far it may be off, and in what. */
const ASKED = [
  ['throttle ends', judgeThrottle, 10, 'mV'],
  ['fuel pressure and regulator', judgePressure, 3, 'kPa'],
  ['two parts in each other’s place', judgeWiring, 0, 'pins'],
  ['one injector blocked', judgeFlow, 3, '% of flow'],
  ['coolant sensor of another curve', judgeCoolant, 0.001, 'of its resistance'],
  ['throttle balance, Pardela’s throttles at idle and 2,500 rev/min', judgeBalance, 3, '% of air'],
  ['knock thresholds of Ventisca’s clean pull', judgeKnock, 10, '% of other pulls’'],
  ['first fire in the cold', judgeFire, 0, 'starts that do not run'],
] as const satisfies readonly (readonly [string, (id: Demo, seed: number) => Judged, number, string])[];

/** Every procedure with the engine off, in cars whose truths a seed draws; and what is planted, said. */
export function proveProcedures(firstSeed: number): void {
  const seeds = Array.from({ length: SEEDS }, (_, i) => firstSeed + i);
  for (const id of DEMOS) {
    for (const [name, judge, most, unit] of ASKED) {
      const all = seeds.map((seed) => ({ seed, ...judge(id, seed) }));
      const worst = all.reduce((a, b) => (b.off > a.off ? b : a));
      const wrong = all.filter(({ isRight }) => !isRight);
      const words = `${id}, ${name}: off by ${worst.off.toFixed(2)} ${unit} at worst (seed ${worst.seed}), of ${most} asked`;
      say(worst.off <= most && wrong.length === 0, words);
      for (const { seed, said } of wrong.slice(0, 2)) console.log(`         seed ${seed}: ${said}`);
    }
    const timing = seeds.map((seed) => ({ seed, ...judgeTiming(id, seed) }));
    const worst = timing.reduce((a, b) => (b.off > a.off ? b : a));
    const errors = Math.max(
      ...timing.map(({ offsetErrors, delayErrors }) => Math.max(offsetErrors, delayErrors)),
    );
    say(
      worst.off <= 0.6 && errors <= 2 && timing.every(({ isRight }) => isRight),
      `${id}, base timing: ${worst.off.toFixed(2)}° off at the highest speed at worst (seed ${worst.seed}), of 0.6 asked; offset and delay within ${errors.toFixed(1)} of their standard errors`,
    );
    const idles = seeds.map((seed) => ({ seed, ...judgeIdle(id, seed) }));
    const worstIdle = idles.reduce((a, b) => (b.off > a.off ? b : a));
    const measuredOff = Math.max(...idles.map((one) => one.measuredOff));
    const speedOff = Math.max(...idles.map((one) => one.speedOff));
    say(
      worstIdle.off <= 0.02 && measuredOff <= 0.01 && idles.every(({ isRight }) => isRight),
      `${id}, idle trim: ${worstIdle.off.toFixed(4)} of lambda off its own optimum at worst (seed ${worstIdle.seed}), of 0.02 asked; measured within ${(100 * measuredOff).toFixed(2)} % of the target, of 1; speed within ${(100 * speedOff).toFixed(1)} %`,
    );
    const mapped = seeds.map((seed) => ({ seed, ...judgeMapping(id, seed) }));
    const worstMap = mapped.reduce((a, b) => (b.off > a.off ? b : a));
    const fewest = Math.min(...mapped.map(({ right }) => right));
    say(
      worstMap.off <= 0.02 && fewest >= 10,
      `${id}, live mapping for twenty minutes: ${(100 * worstMap.off).toFixed(2)} % off at the worst cell it calls right (seed ${worstMap.seed}), of 2 asked; ${fewest} such cells at least`,
    );
    const unplugged = seeds.slice(0, 5).map((seed) => mappedUnplugged(id, seed));
    say(
      unplugged.every(({ right, leftOut }) => right === 0 && leftOut === 'noLambda'),
      `${id}, live mapping without its sensors: no cell of 5 engines is called right, and why is said`,
    );
    if (id === 'ventisca') {
      const apart = seeds
        .slice(0, 10)
        .map((seed) => (sensorsFoundApart(seed, 0.06) ?? NaN) - (sensorsFoundApart(seed, 0) ?? NaN));
      const mostOff = Math.max(...apart.map((ln) => Math.abs(ln - Math.log(0.94))));
      say(
        mostOff <= 0.005,
        `${id}, live mapping, a bank that gets 6 % less: its sensors are found so far apart within ${(100 * mostOff).toFixed(2)} % at worst, of 0.5`,
      );
    }
    const knocking = seeds.filter((seed) => judgeKnock(id, seed, { earlierDeg: 24 }).isRight);
    say(
      knocking.length === 0,
      `${seeds.length - knocking.length} of ${seeds.length} pulls that knock are refused as a baseline`,
    );
    const honest = HONEST.flatMap((which) =>
      seeds.map((seed) => ({
        seed,
        what: `${which.procedure}, ${which.what}`,
        ...judgeHonest(id, seed, which),
      })),
    );
    const wrong = honest.filter(({ isRight }) => !isRight);
    say(
      wrong.length === 0,
      `${id}: ${honest.length - wrong.length} of ${honest.length} planted faults fail and are said`,
    );
    for (const { seed, what, said } of wrong.slice(0, 4))
      console.log(`         ${what}, seed ${seed}: ${said}`);
  }
}
