import { calibrationFromSheet, STARTER_SHEETS } from '@/core/starters';
import { boosted } from '@tests/support/boosted';
import { footDown, onTheBrake } from '@tests/support/onTheBrake';
import { leanestShare, pulled, SENSORS, soundPull } from '@tests/support/pulledWithout';
import { limitedBy, revved } from '@tests/support/revved';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { DEMOS, say } from './report.mts';

const SEEDS = 4;

/** Limits stop an engine, boost meets its target, and a sensor that dies leans no loaded engine. */
export function proveHolding(firstSeed: number): void {
  const seeds = Array.from({ length: SEEDS }, (_, i) => firstSeed + i);
  for (const id of DEMOS) {
    const hardRpm = id === 'ventisca' ? 7400 : 8200;
    for (const by of ['fuel', 'spark', 'both'] as const) {
      const over = seeds.map((seed) => revved(id, limitedBy(by), seed).top / hardRpm - 1);
      say(
        Math.max(...over) < 0.015,
        `${id} in neutral, limited by ${by}: ${percent(Math.max(...over))} over the hard speed at most`,
      );
    }
    for (const coolantC of [80, 0]) {
      const worst = { share: 0, at: '' };
      for (const sensor of SENSORS) {
        for (const [i, seed] of seeds.entries()) {
          const atS = 1.3 + ((firstSeed + 2.7 * i) % 8);
          const share = leanestShare(
            soundPull(id, coolantC, seed),
            pulled(id, coolantC, seed, sensor, atS),
            atS,
          );
          if (share > worst.share || Number.isNaN(share))
            Object.assign(worst, { share, at: `${sensor} after ${atS.toFixed(1)} s, seed ${seed}` });
        }
      }
      say(
        worst.share < 1.05,
        `${id} at ${coolantC} °C, a sensor dies in a pull: ${percent(worst.share - 1)} leaner at most (${worst.at})`,
      );
    }
  }
  const turbo = STARTER_SHEETS.find(({ id }) => id === 'fourExhaustCharged');
  if (turbo === undefined) throw new TypeError('There is no exhaust-charged four to begin from');
  const exhaust = boosted(calibrationFromSheet(turbo, 'starter', 'Four', TEST_DAY), 140, 200);
  for (const [name, document, target, speeds] of [
    ['belt', boosted(demo('ventisca'), 120, 165), 165, [5000, 6000, 7000]],
    ['exhaust', exhaust, 200, [4000, 5000, 6000]],
  ] as const) {
    const off = { settled: 0, over: 0 };
    for (const rpm of speeds) {
      for (const seed of seeds) {
        const kpas = footDown(onTheBrake(document, rpm, seed), 4).map(({ kpa }) => kpa);
        off.over = Math.max(off.over, Math.max(...kpas) / target - 1);
        off.settled = Math.max(off.settled, ...kpas.slice(145).map((kpa) => Math.abs(kpa / target - 1)));
      }
    }
    say(
      off.settled < 0.03 && off.over < 0.08,
      `boost by ${name}: ${percent(off.settled)} off a second after the foot is down, overshoot ${percent(off.over)}`,
    );
  }
}

function percent(share: number): string {
  return `${(100 * share).toFixed(1)} %`;
}
