import { DEAD_TIME_LIMITS, MAX_DEAD_TIME_POINTS, type DeadTimeTable } from '@/core/injector';
import { parseNumber, typedProblemMessage } from '@/core/units';

/** A row of the table as typed. */
export interface DraftRow {
  readonly volts: string;
  readonly time: string;
}

/** A table being typed: not yet, or not again, a valid one. */
export interface DeadTimeDraft {
  readonly unit: DeadTimeTable['unit'];
  readonly rows: readonly DraftRow[];
}

/** What a draft comes to: points in order of voltage, or what is wrong in which row. */
export type DraftResult =
  | { readonly ok: true; readonly points: DeadTimeTable['points'] }
  | { readonly ok: false; readonly problems: readonly { readonly row: number; readonly message: string }[] }
  /** Nothing wrong, but not enough yet to be a table. */
  | { readonly ok: false; readonly problems: readonly []; readonly incomplete: true };

/** The stored table as a draft; an empty one for none. */
export function draftOf(table: DeadTimeTable | null): DeadTimeDraft {
  if (table === null) return { unit: 'ms', rows: [EMPTY_ROW, EMPTY_ROW] };
  return {
    unit: table.unit,
    rows: table.points.map(({ volts, time }) => ({ volts: String(volts), time: String(time) })),
  };
}

export const EMPTY_ROW: DraftRow = { volts: '', time: '' };

/** Reads a draft. Rows with both cells empty are left out; half-filled ones make it incomplete. */
export function readDraft(draft: DeadTimeDraft): DraftResult {
  const problems: { row: number; message: string }[] = [];
  const points: { volts: number; time: number }[] = [];
  const seen = new Map<number, number>();
  let half = false;
  draft.rows.forEach((row, i) => {
    if (row.volts.trim() === '' && row.time.trim() === '') return;
    if (row.volts.trim() === '' || row.time.trim() === '') {
      half = true;
      return;
    }
    const volts = parseNumber(row.volts);
    const time = parseNumber(row.time);
    if (!volts.ok) problems.push({ row: i, message: typedProblemMessage(volts.problem) });
    else if (!time.ok) problems.push({ row: i, message: typedProblemMessage(time.problem) });
    else {
      const problem = pointProblem(volts.value, time.value, draft.unit);
      const earlier = seen.get(volts.value);
      if (problem !== null) problems.push({ row: i, message: problem });
      else if (earlier !== undefined) {
        problems.push({
          row: i,
          message: `${volts.value} V is in row ${earlier + 1} already. Keep one of them.`,
        });
      } else {
        seen.set(volts.value, i);
        points.push({ volts: volts.value, time: time.value });
      }
    }
  });
  if (problems.length > 0) return { ok: false, problems };
  if (points.length > MAX_DEAD_TIME_POINTS) {
    return {
      ok: false,
      problems: [
        { row: MAX_DEAD_TIME_POINTS, message: `A table holds ${MAX_DEAD_TIME_POINTS} points. Remove some.` },
      ],
    };
  }
  if (half || points.length < 2) return { ok: false, problems: [], incomplete: true };
  return { ok: true, points: points.sort((a, b) => a.volts - b.volts) };
}

function pointProblem(volts: number, time: number, unit: DeadTimeTable['unit']): string | null {
  const { minVolts, maxVolts, minMs, maxMs } = DEAD_TIME_LIMITS;
  if (volts < minVolts || volts > maxVolts) return `Voltage must be between ${minVolts} and ${maxVolts} V.`;
  const ms = unit === 'us' ? time / 1000 : time;
  if (ms > maxMs && unit === 'ms' && time >= 100) {
    return `${time} ms is no dead time; it looks like µs. Switch the table to µs, or type ${time / 1000}.`;
  }
  if (ms < minMs || ms > maxMs) {
    const factor = unit === 'us' ? 1000 : 1;
    const label = unit === 'us' ? 'µs' : 'ms';
    return `Dead time must be between ${minMs * factor} and ${maxMs * factor} ${label}. Check the unit.`;
  }
  return null;
}
