import type { FilmSettings } from '@/core/control';
import type { Grid } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import type { DriveFacts } from '../driving';

/** The worst mixture while the throttle opened, as shares beyond what was before; and whether the engine died of it. */
export interface Worst {
  readonly leaner: number;
  readonly richer: number;
  readonly died: boolean;
}

/** Enrichment by throttle rate: its curve by a factor, fading within so many turns. */
export interface RateChange {
  readonly factor: number;
  readonly decayTurns: number;
}

/** The film: share and time by a factor each. */
export interface FilmFactors {
  readonly share: number;
  readonly time: number;
}

/** What was found, with the worst of each. */
export interface TransientCure {
  readonly now: Worst;
  readonly rate: { readonly change: RateChange; readonly worst: Worst };
  readonly film: { readonly factors: FilmFactors; readonly worst: Worst };
  readonly tried: number;
}

/** Drives with a program; null when it was stopped. */
export type TransientTry = (program: EcuProgram) => Promise<Worst | null>;

/** Rich is felt less than lean, so it counts for less. */
const RICH_COUNTS = 0.6;
const DIED = 10;
const FACTORS: readonly number[] = [0, 0.5, 1, 1.5, 2, 3, 4];
const DECAYS: readonly number[] = [3, 5, 8, 12, 18, 27];
const NEAR: readonly number[] = [0.8, 1.2];
const SHARES: readonly number[] = [0.6, 0.8, 1, 1.2, 1.5];
const TIMES: readonly number[] = [0.6, 0.8, 1.3, 1.7];
/** The most that the curve of enrichment may hold, %. */
const MOST_PERCENT = 300;
const MOST_TURNS = 60;
const MOST_SHARE_PERCENT = 85;

/** The worst of a drive’s stabs and openings. */
export function worstOf({ excursions, diedAtS }: Pick<DriveFacts, 'excursions' | 'diedAtS'>): Worst {
  const opening = excursions.filter(({ kind }) => kind !== 'lift');
  return {
    leaner: opening.reduce((most, one) => Math.max(most, one.leaner), 0),
    richer: opening.reduce((most, one) => Math.max(most, one.richer), 0),
    died: diedAtS.length > 0 || opening.length === 0,
  };
}

/** How bad it is: the smaller, the better. */
function badness({ leaner, richer, died }: Worst): number {
  return Math.max(leaner, RICH_COUNTS * richer) + (died ? DIED : 0);
}

const scaled = (grid: Grid, factor: number, most: number): Grid => ({
  ...grid,
  values: grid.values.map((value) => Math.min(most, value * factor)),
});

/** A program with another enrichment by throttle rate, and no film. */
export function withRate(program: EcuProgram, { factor, decayTurns }: RateChange): EcuProgram {
  const { acceleration } = program.tables;
  return {
    ...program,
    film: null,
    acceleration: { ...program.acceleration, decayTurns },
    tables:
      acceleration === undefined
        ? program.tables
        : { ...program.tables, acceleration: scaled(acceleration, factor, MOST_PERCENT) },
  };
}

/** A program that follows a film by factors of what is believed of it. */
export function withFilm(program: EcuProgram, film: FilmSettings, { share, time }: FilmFactors): EcuProgram {
  return {
    ...program,
    film: {
      ...film,
      sharePercent: scaled(film.sharePercent, share, MOST_SHARE_PERCENT),
      timeS: scaled(film.timeS, time, Infinity),
    },
  };
}

/** The best of some candidates; null when it was stopped. */
async function best<Candidate>(
  candidates: readonly Candidate[],
  from: { readonly at: Candidate; readonly worst: Worst } | null,
  drive: (candidate: Candidate) => Promise<Worst | null>,
): Promise<{ readonly at: Candidate; readonly worst: Worst } | null> {
  let found = from;
  for (const at of candidates) {
    const worst = await drive(at);
    if (worst === null) return null;
    if (found === null || badness(worst) < badness(found.worst)) found = { at, worst };
  }
  return found;
}

/**
 * Enrichment and film that leave the smallest excursions, found by driving with others: first how much, then for how long, then
 * nearer to the best. What there is stays where nothing does better.
 * @param film what is believed of the film, to begin from.
 * @returns null when it was stopped.
 */
export async function transientCure(
  program: EcuProgram,
  film: FilmSettings,
  drive: TransientTry,
): Promise<TransientCure | null> {
  let tried = 0;
  const counted: TransientTry = (candidate) => {
    tried += 1;
    return drive(candidate);
  };
  const now = await counted(program);
  if (now === null) return null;
  const byRate = (change: RateChange) => counted(withRate(program, change));
  const { decayTurns } = program.acceleration;
  let rate = await best(
    FACTORS.map((factor) => ({ factor, decayTurns })),
    null,
    byRate,
  );
  if (rate === null) return null;
  const { factor } = rate.at;
  rate = await best(
    DECAYS.map((turns) => ({ factor, decayTurns: Math.min(MOST_TURNS, turns) })),
    rate,
    byRate,
  );
  if (rate === null) return null;
  const { at } = rate;
  rate = await best(
    NEAR.map((by) => ({ ...at, factor: at.factor * by })),
    rate,
    byRate,
  );
  if (rate === null) return null;
  const byFilm = (factors: FilmFactors) => counted(withFilm(program, film, factors));
  let followed = await best(
    SHARES.map((share) => ({ share, time: 1 })),
    null,
    byFilm,
  );
  if (followed === null) return null;
  const { share } = followed.at;
  followed = await best(
    TIMES.map((time) => ({ share, time })),
    followed,
    byFilm,
  );
  if (followed === null) return null;
  return {
    now,
    rate: { change: rate.at, worst: rate.worst },
    film: { factors: followed.at, worst: followed.worst },
    tried,
  };
}
