import type { Calibration } from '@/core/calibration';
import { knockBaseline, thresholdFrom } from '@/core/log';
import { earlier, listening, pulled } from '@tests/support/knocking';
import { say } from './report.mts';

const SEEDS = 10;
/** Ventisca’s spark may be so much earlier before it knocks, °. */
const TO_THE_LIMIT_DEG = 22;
const LOUD = [{ id: 'valvesLoud', size: 100 }] as const;

/** The threshold of a clean pull in a document; null where the pull is refused. */
function heardClean(
  document: Calibration,
  seed: number,
  errors: typeof LOUD | readonly [],
): Calibration | null {
  const baseline = knockBaseline(pulled(document, { seed, errors }).log);
  const { knockThreshold } = document.maps;
  if (!baseline.ok || knockThreshold === null) return null;
  const values = knockThreshold.x.map((rpm) => Number(thresholdFrom(baseline.noise, rpm).toFixed(2)));
  return { ...document, maps: { ...document.maps, knockThreshold: { ...knockThreshold, values } } };
}

/** Knock 6° too far is pulled back and given back, clean pulls are left alone, and only those give a threshold. */
export function proveKnock(firstSeed: number): void {
  const seeds = Array.from({ length: SEEDS }, (_, i) => firstSeed + i);
  const quiet = seeds.map((seed) => heardClean(listening(), seed, []));
  const tuned = quiet.flatMap((document) => (document === null ? [] : [document]));
  const far = tuned.map((document, i) =>
    pulled(earlier(document, TO_THE_LIMIT_DEG + 6), { seed: (seeds[i] as number) + 1000 }),
  );
  const rate = Math.max(...far.map(({ laterKnocks, laterFirings }) => laterKnocks / laterFirings));
  const most = Math.max(...far.map(({ mostDeg }) => mostDeg));
  const end = Math.max(...far.map(({ endDeg }) => endDeg));
  say(
    far.length === SEEDS && rate < 0.01 && most <= 8 && end === 0,
    `6° too far: hard knock ${(100 * rate).toFixed(2)} % of firings after 3 s at worst (stated: 1 %), ${most.toFixed(1)}° pulled at most, ${end.toFixed(1)}° left after 12 s at light load`,
  );
  const loud = seeds.map((seed) => {
    const document = heardClean(listening(), seed, LOUD);
    return document === null ? null : pulled(document, { seed: seed + 1000, errors: LOUD });
  });
  const heard = loud.map((pull) => pull?.heard ?? Infinity);
  say(
    Math.max(...heard) === 0,
    `clean pulls with a loud valve train: ${heard.filter((count) => count === 0).length} of ${SEEDS} left alone`,
  );
  const knocking = seeds.flatMap((seed) =>
    [2, 4, 6].map((deg) => pulled(earlier(listening(), TO_THE_LIMIT_DEG + deg), { seed })),
  );
  const refused = knocking.filter(({ log }) => !knockBaseline(log).ok).length;
  say(
    refused === knocking.length,
    `pulls with knock in them: ${refused} of ${knocking.length} refused as clean`,
  );
}
