import type { Calibration } from '@/core/calibration';
import { calibrationFromSheet, STARTER_SHEETS } from '@/core/starters';
import { bandRpm, idled, screwSetFor } from '@tests/support/idling';
import { filmed } from '@tests/support/filmed';
import { transients } from '@tests/support/transients';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { DEMOS, found, say } from './report.mts';

const SEEDS = 10;
const WITHIN_S = 2;
/** Leanest and richest a stab may be, hot and cold, as shares. */
const STAB = { hot: 0.08, cold: 0.15 } as const;

const starters = STARTER_SHEETS.filter(({ id }) => !(DEMOS as readonly string[]).includes(id)).map(
  (sheet) => [sheet.id, calibrationFromSheet(sheet, 'starter', 'Mine', TEST_DAY)] as const,
);
const engines: readonly (readonly [string, Calibration])[] = [
  ...DEMOS.map((id) => [id, demo(id)] as const),
  ...starters,
];

/** Demos and starters idle at their target, come back from loads and a stab, and keep their mixture while the throttle moves. */
export function proveIdle(firstSeed: number): void {
  for (const [id, document] of engines) {
    const byAir = document.idle.control?.value === 'both';
    const seeds = Array.from({ length: SEEDS }, (_, i) => firstSeed + i);
    const screws = seeds.map((seed) => (byAir ? 1 : screwSetFor(document, seed)));
    for (const coolantC of [-20, 20, 80]) {
      const all = seeds.map((seed, i) => idled(document, coolantC, seed, 15, screws[i]));
      const runs = all.filter(({ ran }) => ran);
      const most = (of: (one: (typeof runs)[number]) => number) => Math.max(0, ...runs.map(of));
      const off = most(({ meanOffRpm }) => Math.abs(meanOffRpm));
      const backS = most(({ onS, offS, stabS }) => Math.max(onS, offS, stabS));
      const stalled = runs.filter((one) => one.stalled).length;
      const surges = runs.filter((one) => one.surges).length;
      const met =
        runs.length === SEEDS && off < bandRpm(coolantC) && backS < WITHIN_S && stalled + surges === 0;
      say(
        met,
        `${id} at ${coolantC} °C ${byAir ? 'by air and spark' : 'by spark, screw set'}: ${runs.length} of ${SEEDS} run, ${off.toFixed(0)} rev/min off, back within ${backS.toFixed(2)} s (stab ${most(({ stabS }) => stabS).toFixed(2)}), ${stalled} stall, ${surges} surge`,
      );
    }
  }
  for (const [id, document] of engines) {
    for (const [name, coolantC] of [
      ['hot', 80],
      ['cold', 0],
    ] as const) {
      const stabs = [0, 1, 2].flatMap((i) =>
        transients(filmed(document), coolantC, firstSeed + i).excursions.filter(
          ({ kind }) => kind === 'stab',
        ),
      );
      const leaner = Math.max(0, ...stabs.map((one) => one.leaner));
      // A stab in neutral is over before it can be told from what the map is off there.
      const richer = Math.max(0, ...stabs.filter(({ isHeld }) => isHeld).map((one) => one.richer));
      const all = Math.max(0, ...stabs.map((one) => one.richer));
      say(
        stabs.length > 0 && leaner < STAB[name] && richer < STAB[name],
        `${id}, stabs from ${coolantC} °C with the proposed film: ${(100 * leaner).toFixed(1)} % leaner, ${(100 * richer).toFixed(1)} % richer; in neutral, with what the map is off there, ${(100 * all).toFixed(1)} % richer`,
      );
    }
  }
  for (const [spark, air] of [
    [24, 12.9],
    [2, 12.9],
    [2, 20],
    [8, 45],
  ] as const) {
    const document = demo('ventisca', ({ idle }) => {
      Object.assign(idle.sparkGain ?? {}, { amount: spark });
      Object.assign(idle.airGain ?? {}, { amount: air });
      Object.assign(idle.airLimit ?? {}, { amount: 30 });
    });
    const named = Array.from({ length: SEEDS }, (_, i) => idled(document, 80, firstSeed + i).surges);
    found(
      `ventisca, ${spark}° for 100 rev/min and ${air} %/s: a surge named in ${named.filter(Boolean).length} of ${SEEDS}`,
    );
  }
}
