import {
  diagnosed,
  hourOf,
  type KnownFault,
  RIGHT_CAUSES,
  type Suffering,
  verdictOf,
} from '@tests/support/diagnosed';
import type { Diagnosis } from '@/core/diagnosis';
import { FAULT_IDS, faultInfo } from '@/standin/faults';
import { DEMOS, say } from './report.mts';

const SEEDS = 10;
/** What is wrong here is on no list of causes. */
const ON_NO_LIST: readonly Suffering[] = [
  {
    sensors: {
      lambdaOne: { kind: 'unplugged' },
      fuelPressure: { kind: 'shortedHigh' },
      oilPressure: { kind: 'unplugged' },
      coolant: { kind: 'shortedLow' },
    },
  },
  {
    sensors: {
      coolant: { kind: 'unplugged' },
      air: { kind: 'unplugged' },
      throttle: { kind: 'shortedHigh' },
    },
  },
];

/** No channel shows them: what is said instead must not be stated as sure. */
const ONLY_STROBE = FAULT_IDS.filter((id) => faultInfo(id).strobe === true);

/** The surest that any cause is stated. */
function boldestOf(diagnoses: readonly Diagnosis[]): number {
  const stated = diagnoses.flatMap(({ likely }) => likely.filter(({ cause }) => cause !== null));
  return Math.max(0, ...stated.map(({ probability }) => probability));
}

/** A confusion table: what is said of each fault, over fresh seeds and both demos. */
export function proveDiagnosis(firstSeed: number): void {
  const seeds = Array.from({ length: SEEDS }, (_, i) => firstSeed + i);
  const faults = Object.keys(RIGHT_CAUSES) as KnownFault[];
  let [right, all, boldest] = [0, 0, 0];
  for (const id of DEMOS) {
    for (const fault of faults) {
      const said = new Map<string, number>();
      let sure = 1;
      for (const seed of seeds) {
        const diagnosis = diagnosed(id, seed, { fault });
        const verdict = verdictOf(diagnosis);
        const causes: readonly string[] = RIGHT_CAUSES[fault];
        const isRight = causes.includes(verdict.said);
        all += 1;
        if (isRight) [right, sure] = [right + 1, Math.min(sure, verdict.probability)];
        for (const { cause, probability } of diagnosis.likely) {
          if (cause !== null && !causes.includes(cause.id)) boldest = Math.max(boldest, probability);
        }
        const words = `${verdict.said}${isRight ? '' : ` (seed ${seed}, ${(100 * verdict.probability).toFixed(0)} %)`}`;
        said.set(words, (said.get(words) ?? 0) + 1);
      }
      const row = [...said].map(([words, times]) => `${times} × ${words}`).join(', ');
      console.log(`       ${id}, ${fault}: ${row}; ${(100 * sure).toFixed(0)} % sure at least where right`);
    }
  }
  const share = right / all;
  say(
    share >= 0.95 && boldest <= 0.9,
    `${faults.length} faults × ${SEEDS} seeds × both demos: ${(100 * share).toFixed(1)} % right, of 95 asked; a wrong cause is said with ${(100 * boldest).toFixed(0)} % at most, of 90`,
  );
  for (const id of DEMOS) {
    const strobed = ONLY_STROBE.flatMap((fault) => seeds.map((seed) => diagnosed(id, seed, { fault })));
    const boldest = boldestOf(strobed);
    say(
      boldest <= 0.9,
      `${id}, ${ONLY_STROBE.length} faults that only a strobe sees: ${strobed.map(verdictOf).filter(({ said }) => said === 'sound').length} of ${strobed.length} are called sound, a cause is said with ${(100 * boldest).toFixed(0)} % at most`,
    );
    const verdicts = seeds.map((seed) => verdictOf(diagnosed(id, seed)));
    const sound = verdicts.filter(({ said }) => said === 'sound').length;
    const least = Math.min(...verdicts.map(({ probability }) => probability));
    say(
      sound === SEEDS,
      `${id}, nothing wrong: ${sound} of ${SEEDS} are called sound, with ${(100 * least).toFixed(0)} % at least`,
    );
    for (const fits of [true, false]) {
      const hours = seeds.slice(0, 3).map((seed) => hourOf(id, seed, fits).map(verdictOf));
      const alarms = hours.flat().filter(({ said }) => said !== 'sound');
      const words = alarms
        .slice(0, 3)
        .map((alarm) => `${alarm.said} ${(100 * alarm.probability).toFixed(0)} %`);
      say(
        alarms.length === 0,
        `${id}, ${fits ? 'its map right' : 'its map not corrected'}, three hours driven, asked each minute: ${alarms.length} false alarms${words.length === 0 ? '' : ` (${words.join(', ')})`}`,
      );
    }
    const none = ON_NO_LIST.flatMap((wrong) => seeds.map((seed) => diagnosed(id, seed, wrong)));
    const bold = boldestOf(none);
    const unknown = none.map(verdictOf);
    const named = unknown.filter(({ said }) => said !== 'unknown' && said !== 'sound');
    say(
      bold <= 0.9,
      `${id}, ${ON_NO_LIST.length} things wrong that are on no list: ${unknown.filter(({ said }) => said === 'unknown').length} of ${none.length} are called unknown, ${named.length} something else, with ${(100 * bold).toFixed(0)} % at most`,
    );
  }
}
