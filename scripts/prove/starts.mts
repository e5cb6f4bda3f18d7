import { demo } from '@tests/support/ventisca';
import { strategySwitch, usualChoices } from '@/core/generators';
import type { StartResult } from '@/standin/dryStart';
import { isRunning } from '@/standin/virtualCar';
import { DEMOS, type Demo, found, given, say, started, verdict } from './report.mts';

const TEMPERATURES = [-20, -10, 0, 20, 40, 80];
const BATTERIES = [12.8, 12.4, 11.8];
const SEEDS = 25;
const CONVERTED_SEEDS = 6;
/** A slower turn gives fuel more time to evaporate, so a weaker battery may find the burn that counts a cycle sooner; no more. */
const CYCLE_TURNS = 2;

/** Both demos start on every seed, temperature and battery; a weaker battery never starts better; below, what is found. */
export function proveStarts(firstSeed: number): void {
  for (const id of DEMOS) {
    const built = given(demo(id));
    for (const batteryV of BATTERIES) {
      for (const coolantC of TEMPERATURES) {
        const all = Array.from({ length: SEEDS }, (_, i) =>
          verdict(built, coolantC, batteryV, firstSeed + i),
        );
        const slowest = Math.max(...all.map(({ turnsToCatch }) => turnsToCatch ?? Infinity));
        const failed = all.findIndex(({ code }) => code !== 'caught');
        const worst = failed < 0 ? '' : `; worst: seed ${firstSeed + failed} ${all[failed]?.code}`;
        say(
          failed < 0,
          `${id} ${coolantC} °C, ${batteryV} V: ${all.filter(({ code }) => code === 'caught').length} of ${SEEDS} caught, ${slowest.toFixed(1)} turns at most${worst}`,
        );
      }
    }
    const below = [-25, -30, -35].map(
      (coolantC) => `${coolantC} °C ${verdict(built, coolantC, 12.6, firstSeed).code}`,
    );
    found(`${id} in harder frost: ${below.join(', ')}`);
    proveBatteries(id, firstSeed);
    proveConverted(id, firstSeed);
  }
}

function proveBatteries(id: Demo, seed: number): void {
  const built = given(demo(id));
  for (const coolantC of [-30, -25, ...TEMPERATURES]) {
    const volts = Array.from({ length: 19 }, (_, i) => 13 - i / 4);
    const caught = volts.map((batteryV) => caughtAt(started(built, coolantC, batteryV, seed)));
    const better = caught.findIndex(
      ({ timeS, turnS }, i) =>
        timeS < Math.max(0, ...caught.slice(0, i).map((one) => one.timeS)) - CYCLE_TURNS * turnS,
    );
    const last = caught.findLastIndex(({ timeS }) => Number.isFinite(timeS));
    say(
      better < 0,
      `${id} ${coolantC} °C: starts down to ${last < 0 ? 'no battery' : `${volts[last]} V`}, and none better with a weaker one${better < 0 ? '' : `; but ${volts[better]} V`}`,
    );
  }
}

/** When a start ran for good, and how long a turn took the starter, s. */
function caughtAt({ events, verdict: { turnsToCatch } }: StartResult): { timeS: number; turnS: number } {
  const [first] = events;
  const caught = turnsToCatch === null ? undefined : events.find(isRunning);
  return { timeS: caught?.timeS ?? Infinity, turnS: 60 / Math.max(30, first?.speedRpm ?? 0) };
}

function proveConverted(id: Demo, firstSeed: number): void {
  for (const to of ['throttle', 'throttlePressure'] as const) {
    const document = demo(id);
    for (const { mapId, converted } of strategySwitch(document, to, usualChoices(document), '2026-11-26')
      .coming) {
      document.maps[mapId] = converted?.after ?? null;
    }
    if (document.load.strategy !== null) document.load.strategy.value = to;
    const built = given(document);
    const all = TEMPERATURES.flatMap((coolantC) =>
      Array.from({ length: CONVERTED_SEEDS }, (_, i) => verdict(built, coolantC, 12.6, firstSeed + i)),
    );
    const runs = all.filter(({ turnsToCatch }) => turnsToCatch !== null).length;
    const asAsked = all.filter(({ code }) => code === 'caught').length;
    say(
      runs === all.length,
      `${id} converted to ${to}, −20 to 80 °C: ${runs} of ${all.length} run, ${asAsked} as asked`,
    );
  }
}
