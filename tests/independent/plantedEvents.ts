import type { Chance } from './chance';
import type { Seen } from './engine';
import type { MadeLog } from './logMaker';

/** What can happen in a log that is written by an engine without counters. */
export const EVENTS = [
  'died',
  'cutAtPartThrottle',
  'richMisfire',
  'leanSurge',
  'sensorFault',
  'batterySag',
] as const;

export type PlantedEvent = (typeof EVENTS)[number];

/** A log with one of them written into it, and when it is, s. */
export interface EventfulLog {
  readonly made: MadeLog;
  readonly fromS: number;
  readonly toS: number;
}

const FREE_AIR = 2;

/** Writes it into a log at a place that chance picks; null where the drive has no such place. */
export function eventful(made: MadeLog, event: PlantedEvent, chance: Chance): EventfulLog | null {
  switch (event) {
    case 'died':
      return writtenIn(made, { needsS: 8, fits: isIdle, last: true }, 6, chance, (row, s) => ({
        ...row,
        rpm: Math.max(0, row.rpm * (1 - s / 0.8)),
        lambda: s > 0.4 ? FREE_AIR : row.lambda * (1 + s),
        volts: 12.3,
      }));
    case 'cutAtPartThrottle': {
      const forS = chance.between(0.6, 1.5);
      return writtenIn(made, { needsS: 3, fits: isLight }, forS, chance, (row, s) => ({
        ...row,
        cut: true,
        lambda: s > 0.25 ? FREE_AIR : row.lambda,
      }));
    }
    case 'richMisfire':
      return writtenIn(made, { needsS: 3.4, fits: isLoaded }, chance.between(1.2, 2), chance, (row, s) => ({
        ...row,
        rpm: row.rpm * (1 - 0.02 * s),
        lambda: s < 0.4 ? 0.71 + 0.02 * chance.next() : s < 0.6 ? 0.95 : chance.between(1.08, 1.3),
      }));
    case 'leanSurge': {
      const over = chance.between(1.24, 1.34);
      const [hz, swing] = [chance.between(0.8, 1.6), chance.between(45, 80)];
      return writtenIn(made, { needsS: 4.5, fits: isLight }, 4, chance, (row, s) => ({
        ...row,
        rpm: row.rpm + swing * Math.sin(2 * Math.PI * hz * s),
        lambda: row.target * (1 + (over - 1) * Math.min(1, s / 0.2)),
      }));
    }
    case 'sensorFault': {
      const reads = chance.next() < 0.5 ? -40 : 150;
      return writtenIn(made, { needsS: 6, fits: runs }, 5, chance, (row) => ({ ...row, coolantC: reads }));
    }
    case 'batterySag': {
      const down = chance.between(10.2, 11.5);
      return writtenIn(made, { needsS: 5, fits: runs }, chance.between(1.5, 4), chance, (row) => ({
        ...row,
        volts: down + 0.05 * chance.bell(),
      }));
    }
  }
}

const runs = ({ cranking, afterStart }: Seen) => !cranking && !afterStart;
const isIdle = (row: Seen) => runs(row) && row.tps < 1 && row.rpm < 1800;
const isLight = (row: Seen) => runs(row) && !row.cut && row.tps > 7 && row.tps < 40 && row.rpm > 1500;
const isLoaded = (row: Seen) => runs(row) && !row.cut && row.tps > 55;

interface Place {
  /** So long it must fit, s. */
  readonly needsS: number;
  readonly fits: (row: Seen) => boolean;
  /** At the last such place, and to the end of the log. */
  readonly last?: boolean;
}

function writtenIn(
  made: MadeLog,
  { needsS, fits, last = false }: Place,
  forS: number,
  chance: Chance,
  write: (row: Seen, sinceS: number) => Seen,
): EventfulLog | null {
  const { timeS, rows } = made;
  const places: number[] = [];
  let since = 0;
  rows.forEach((row, i) => {
    if (!fits(row) || (timeS[i] as number) < 30) since = i + 1;
    const fromS = timeS[since] ?? Infinity;
    const steady = Math.abs((rows[since]?.tps ?? 0) - row.tps) < 45;
    if (!steady) since = i;
    else if ((timeS[i] as number) - fromS >= needsS) {
      places.push(since);
      since = i + 1;
    }
  });
  const place = last ? places.at(-1) : places[Math.floor(places.length * chance.next())];
  if (place === undefined) return null;
  // The throttle has stood for a moment before.
  const fromS = (timeS[place] as number) + (needsS - forS) * (last ? 0 : 0.8);
  const toS = last ? (timeS.at(-1) as number) : fromS + forS;
  return {
    made: {
      ...made,
      rows: rows.map((row, i) => {
        const at = timeS[i] as number;
        return at >= fromS && at <= toS ? write(row, at - fromS) : row;
      }),
    },
    fromS,
    toS,
  };
}
