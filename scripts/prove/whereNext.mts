import { madeBy } from '@tests/independent/logMaker';
import { Onward } from '@tests/independent/onward';
import { asLog } from '@tests/support/independentLog';
import { fitLog, type LogFit, whereNext } from '@/core/log';
import { found, say } from './report.mts';

const SEEDS = 10;
/** Known well enough, a share; and how much of a blind drive's time it may take. */
const ASKED = { within: 0.02, share: 0.6, ofTime: 0.95 } as const;
/** The cells in which so much of the time of a race is spent matter. */
const MATTER_SHARE = 0.8;
const MOST_S = 1500;
/** A blind drive goes on for so long between two looks, and the first log is as long, s. */
const BLIND_S = 25;
const HOLDS = 6;

/** Driving where the log says that evidence is missing, against driving about. */
export function proveWhereNext(firstSeed: number): void {
  let [guidedS, blindS] = [0, 0];
  let worst = { share: 0, seed: 0 };
  for (let i = 0; i < SEEDS; i += 1) {
    const seed = firstSeed + i;
    const race = fitLog(...parts(madeBy('random', seed, 500)));
    const matter = mattering(race.spentS);
    const blind = driven(seed, race.spentS, matter, (onward) => onward.wander(BLIND_S));
    const guided = driven(seed, race.spentS, matter, (onward, fit) => {
      const { task } = asLog(onward.made());
      // From hold to hold the engine needs a second to come to rest.
      for (const { speedRpm, load, missingS } of whereNext(task.grid, fit.cells, race.spentS, HOLDS))
        onward.hold(speedRpm, load, missingS + 1.2);
    });
    found(
      `seed ${seed}: ${guided.toFixed(0)} s guided, ${blind.toFixed(0)} s blind${blind >= MOST_S ? ' and not there' : ''}, over ${matter.length} cells`,
    );
    guidedS += guided;
    blindS += blind;
    if (guided > worst.share * Math.max(1, blind)) worst = { share: guided / Math.max(1, blind), seed };
  }
  say(
    guidedS <= ASKED.share * blindS,
    `driving where evidence is missing takes ${((100 * guidedS) / blindS).toFixed(0)} % of a blind drive’s time to ±${100 * ASKED.within} % where it matters (worst ${(100 * worst.share).toFixed(0)} %, seed ${worst.seed})`,
  );
}

const parts = (made: Parameters<typeof asLog>[0]) => {
  const { log, task } = asLog(made);
  return [log, task] as const;
};

/** The cells that hold most of the time. */
function mattering(spentS: Float64Array): number[] {
  const ordered = [...spentS.keys()].sort((a, b) => (spentS[b] as number) - (spentS[a] as number));
  const all = spentS.reduce((sum, s) => sum + s, 0);
  let held = 0;
  return ordered.filter((i) => {
    if (held >= MATTER_SHARE * all) return false;
    held += spentS[i] as number;
    return true;
  });
}

/** How long is driven from a first log on until the cells that matter are right, for nearly all of the time in them, by the map that a log would correct, s. */
function driven(
  seed: number,
  spentS: Float64Array,
  matter: readonly number[],
  next: (onward: Onward, fit: LogFit) => void,
): number {
  const onward = new Onward('random', seed);
  onward.wander(BLIND_S);
  // Both begin with the same first log: what counts is what is driven from there.
  const begunS = onward.drivenS;
  for (;;) {
    const made = onward.made();
    const [log, task] = parts(made);
    const fit = fitLog(log, task);
    const time = (some: readonly number[]) => some.reduce((sum, i) => sum + (spentS[i] as number), 0);
    const right = matter.filter((i) => {
      const wanted = Math.log((made.needed[i] as number) / (task.grid.values[i] as number));
      return Math.abs((fit.cells.change[i] as number) - wanted) <= ASKED.within;
    });
    if (time(right) >= ASKED.ofTime * time(matter) || onward.drivenS >= MOST_S)
      return onward.drivenS - begunS;
    next(onward, fit);
  }
}
