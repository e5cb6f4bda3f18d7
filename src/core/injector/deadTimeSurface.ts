import { intervalFraction, intervalIndex, monotoneCubic } from '../numeric';
import { toBase } from '../units';
import {
  deadTimeCurve,
  type DeadTimeCurve,
  type DeadTimeFlag,
  deadTimeFlags,
  deadTimeMs,
  type DeadTimePoint,
} from './deadTime';
import type { DeadTimeTable } from './injectorSchema';

/** Dead time over voltage and pressure, ready for look-up: one curve a pressure, pressures increasing. */
export interface DeadTimeSurface {
  readonly pressuresKpa: Float64Array;
  readonly curves: readonly DeadTimeCurve[];
}

/** How a cell of a completed table came to be. */
export type CellOrigin = 'typed' | 'between' | 'beyond';

/** A table with its gaps filled; what was typed stands as typed. */
export interface CompletedDeadTime {
  readonly volts: readonly number[];
  readonly pressuresKpa: readonly number[];
  /** By row of voltage, then by column of pressure, ms. */
  readonly ms: readonly (readonly number[])[];
  readonly origin: readonly (readonly CellOrigin[])[];
}

/** The times that were typed at each pressure, ms, by column. */
export function typedColumns(table: DeadTimeTable): DeadTimePoint[][] {
  const factor = table.unit === 'us' ? 0.001 : 1;
  return table.pressures.map((_, k) =>
    table.rows.flatMap(({ volts, times }) => {
      const time = times[k];
      return typeof time === 'number' ? [{ volts, ms: time * factor }] : [];
    }),
  );
}

/**
 * Fills the gaps of a table. Inside a column's own voltages by a monotone cubic along voltage; a cell outside them
 * between two known pressures by one along pressure; what is still open by the law a + b/(V − c) fitted to the column.
 * A column with fewer than two times takes the shape of the nearest fuller one, scaled to its own time.
 */
export function completedDeadTime(table: DeadTimeTable): CompletedDeadTime {
  const volts = table.rows.map((row) => row.volts);
  const pressuresKpa = table.pressures.map((amount) =>
    toBase('pressureDifference', { amount, unit: table.pressureUnit }),
  );
  const columns = typedColumns(table);
  const ms: (number | null)[][] = volts.map(() => pressuresKpa.map(() => null));
  const origin: CellOrigin[][] = volts.map(() => pressuresKpa.map((): CellOrigin => 'beyond'));
  const put = (row: number, column: number, value: number, how: CellOrigin) => {
    (ms[row] as (number | null)[])[column] = value;
    (origin[row] as CellOrigin[])[column] = how;
  };

  columns.forEach((points, column) => {
    const between =
      points.length < 2
        ? null
        : monotoneCubic(
            points.map((point) => point.volts),
            points.map((point) => point.ms),
          );
    volts.forEach((volt, row) => {
      const typed = points.find((point) => point.volts === volt);
      if (typed !== undefined) put(row, column, typed.ms, 'typed');
      else if (
        between !== null &&
        volt > (points[0]?.volts ?? 0) &&
        volt < (points[points.length - 1]?.volts ?? 0)
      ) {
        put(row, column, between(volt), 'between');
      }
    });
  });

  volts.forEach((_, row) => {
    const cells = ms[row] as (number | null)[];
    const known = cells.flatMap((cell, k) => (cell === null ? [] : [k]));
    if (known.length < 2) return;
    const along = monotoneCubic(
      known.map((k) => pressuresKpa[k] as number),
      known.map((k) => cells[k] as number),
    );
    for (let k = (known[0] as number) + 1; k < (known[known.length - 1] as number); k += 1) {
      if (cells[k] === null) put(row, k, along(pressuresKpa[k] as number), 'between');
    }
  });

  const full = columns.flatMap((points, k) => (points.length >= 2 ? [k] : []));
  columns.forEach((points, column) => {
    const own = points.length >= 2 ? deadTimeCurve(points) : scaledCurve(columns, full, column);
    volts.forEach((volt, row) => {
      if ((ms[row] as (number | null)[])[column] === null) put(row, column, deadTimeMs(own, volt), 'beyond');
    });
  });
  return { volts, pressuresKpa, ms: ms as number[][], origin };
}

/** The curve of the nearest column with a shape, scaled to the one time this column has. */
function scaledCurve(
  columns: readonly DeadTimePoint[][],
  full: readonly number[],
  column: number,
): DeadTimeCurve {
  const nearest = full.reduce((best, k) => (Math.abs(k - column) < Math.abs(best - column) ? k : best));
  const shape = deadTimeCurve(columns[nearest] as DeadTimePoint[]);
  const own = columns[column]?.[0];
  const factor = own === undefined ? 1 : own.ms / deadTimeMs(shape, own.volts);
  return {
    x: shape.x,
    values: shape.values.map((time) => time * factor),
    law: { aMs: shape.law.aMs * factor, bMsV: shape.law.bMsV * factor, cV: shape.law.cV },
  };
}

const prepared = new WeakMap<DeadTimeTable, DeadTimeSurface>();

/** Prepares a table for look-up, its gaps filled. Remembered by table: one is never changed in place. */
export function deadTimeSurface(table: DeadTimeTable): DeadTimeSurface {
  const before = prepared.get(table);
  if (before !== undefined) return before;
  const { volts, pressuresKpa, ms } = completedDeadTime(table);
  const surface = {
    pressuresKpa: Float64Array.from(pressuresKpa),
    curves: pressuresKpa.map((_, k) =>
      deadTimeCurve(volts.map((volt, row) => ({ volts: volt, ms: (ms[row] as number[])[k] as number }))),
    ),
  };
  prepared.set(table, surface);
  return surface;
}

/** Dead time, ms, at a voltage and a pressure across: linear between pressures, held beyond them. */
export function deadTimeAt(
  { pressuresKpa, curves }: DeadTimeSurface,
  volts: number,
  acrossKpa: number,
): number {
  const i = intervalIndex(pressuresKpa, acrossKpa);
  const fraction = intervalFraction(pressuresKpa, i, acrossKpa);
  const low = deadTimeMs(curves[i] as DeadTimeCurve, volts);
  if (fraction === 0) return low;
  return low * (1 - fraction) + deadTimeMs(curves[i + 1] as DeadTimeCurve, volts) * fraction;
}

/** Something odd in a table, with its column. */
export type SurfaceFlag =
  | { readonly column: number; readonly flag: DeadTimeFlag }
  | {
      readonly column: number;
      readonly flag: { readonly code: 'fallsWithPressure'; readonly volts: number };
    };

/** Times fall with pressure by more than measuring error, ms. */
const PRESSURE_SLACK_MS = 0.02;

/** What is odd among the typed times: along voltage in each column, and times that fall as pressure rises. */
export function surfaceFlags(table: DeadTimeTable): SurfaceFlag[] {
  const columns = typedColumns(table);
  const along = columns.flatMap((points, column) =>
    points.length < 2 ? [] : deadTimeFlags(points).map((flag): SurfaceFlag => ({ column, flag })),
  );
  const across = columns.flatMap((points, column) => {
    const before = columns[column - 1];
    const odd = points.find(({ volts, ms }) => {
      const lower = before?.find((point) => point.volts === volts);
      return lower !== undefined && ms < lower.ms - PRESSURE_SLACK_MS;
    });
    return odd === undefined
      ? []
      : [{ column, flag: { code: 'fallsWithPressure', volts: odd.volts } } as const satisfies SurfaceFlag];
  });
  return [...along, ...across];
}
