import type { Calibration } from '@/core/calibration';
import { knockBaseline, type Log, thresholdFrom } from '@/core/log';
import { carOf } from '@/standin/carOfDocument';
import { driveLog, Recording } from '@/standin/driving';
import { knockHeard } from '@/core/logStudies';
import { programOf } from '@tests/support/ventisca';
import { earlier, listening, type Pull, pulled } from '@tests/support/knocking';
import { say } from './report.mts';

const SEEDS = 10;
/** Ventisca’s spark may be so much earlier before it knocks, °. */
const TO_THE_LIMIT_DEG = 22;
/** Laps, of which each listens for some five minutes: an hour and more of them. */
const LAPS = 15;
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

/** Warm-up, laps and cool-down of a car that does not knock. */
function lapLog(document: Calibration, seed: number): Log {
  const program = programOf(document);
  const car = carOf(document, program, seed);
  const surroundings = { barometricKpa: car.barometricKpa, airC: 10 };
  const recording = new Recording(
    program,
    car,
    'lap',
    { coolantC: 60, batteryV: 12.6, seed, surroundings },
    20,
  );
  recording.advance(Infinity);
  return driveLog(recording.trace());
}

/** What a threshold from one clean pull hears in another log. */
function tried(document: Calibration, { log }: Pick<Pull, 'log'>) {
  const program = programOf(document);
  if (program.knock === null) throw new TypeError('Nothing listens');
  const found = knockHeard(log, program.knock, program.barometricKpa);
  return { found: found?.heard ?? [], listenedS: found?.listenedS ?? 0 };
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
  const onClean = tuned.map((document, i) =>
    tried(document, pulled(document, { seed: (seeds[i] as number) + 2000 })),
  );
  const falseOnes = onClean.reduce(
    (sum, { found }) => sum + found.filter(({ doubt }) => doubt === null).length,
    0,
  );
  const hours = onClean.reduce((sum, { listenedS }) => sum + listenedS, 0) / 3600;
  say(
    falseOnes <= Math.max(0, hours),
    `a threshold tried on other clean pulls: ${falseOnes} likely knocks in ${(60 * hours).toFixed(1)} min of full load`,
  );
  const laps = Array.from({ length: tuned.length === 0 ? 0 : LAPS }, (_, i) => {
    const document = tuned[i % tuned.length] as Calibration;
    return tried(document, { log: lapLog(document, firstSeed + 3000 + i) });
  });
  const inLaps = laps.flatMap(({ found }) => found.filter(({ doubt }) => doubt === null)).length;
  const lapHours = laps.reduce((sum, { listenedS }) => sum + listenedS, 0) / 3600;
  say(
    inLaps <= lapHours,
    `the same on clean laps: ${inLaps} false detections in ${(60 * lapHours).toFixed(0)} min (at most 1 an hour)`,
  );
  const onFar = far.map((pull, i) =>
    tried(tuned[i] as Calibration, pull).found.filter(({ doubt }) => doubt === null),
  );
  say(
    onFar.every((found) => found.length > 0),
    `tried on pulls that knock: ${Math.min(...onFar.map(({ length }) => length))} likely knocks at the least`,
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
