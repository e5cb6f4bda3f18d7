import type { Log, OwnLogColumn } from '../log';
import { evaluate } from './evaluate';
import {
  columnsRead,
  type Formula,
  type FormulaProblem,
  isFormula,
  type ParseExpression,
  readFormula,
} from './formula';
import { type NamedColumn, namedColumns, ownNames } from './names';
import { formulaUnit } from './units';
import { PLAIN, unitLabel, unitPowers } from './unitOfResult';

/** A channel that a builder computes from others. */
export interface ComputedChannel {
  readonly name: string;
  readonly text: string;
  /** As it is to be written; null for the one that follows from the formula. */
  readonly unit: string | null;
  readonly decimals: number;
}

/** A computed channel that can be had of a log. */
export interface CheckedFormula {
  readonly formula: Formula;
  /** Its unit as written. */
  readonly unit: string;
  /** Names of what it reads and the log does not have: it is unknown all through. */
  readonly missing: readonly string[];
}

/** Checks a formula against what a log has: its unit, or why it cannot be taken. */
export function checkFormula(
  { text, unit }: Pick<ComputedChannel, 'text' | 'unit'>,
  named: Readonly<Record<string, NamedColumn>>,
  parse: ParseExpression,
): CheckedFormula | FormulaProblem {
  const formula = readFormula(text, parse);
  if (!isFormula(formula)) return formula;
  const read = columnsRead(formula);
  const unknown = read.find((name) => !Object.hasOwn(named, name));
  if (unknown !== undefined) return { problem: `There is no channel ${unknown}.${nearTo(unknown, named)}` };
  const units = Object.fromEntries(read.map((name) => [name, named[name]?.unit ?? PLAIN]));
  const result = formulaUnit(formula, units);
  if ('problem' in result) return result;
  return {
    formula,
    unit: unit ?? unitLabel(result.unit ?? PLAIN),
    missing: read.filter((name) => named[name]?.values === null),
  };
}

/** A name that has a part of the one that is not known. */
function nearTo(unknown: string, named: Readonly<Record<string, NamedColumn>>): string {
  const parts = unknown.split('_').filter((part) => part.length > 2);
  const shared = (name: string) => parts.filter((part) => name.includes(part)).length;
  const best = Object.keys(named).reduce<string | null>(
    (found, name) => (shared(name) > (found === null ? 0 : shared(found)) ? name : found),
    null,
  );
  return best === null ? '' : ` ${best} is the nearest.`;
}

/**
 * A log with computed channels behind its source’s own columns. Each may read those before it. One that cannot be had of this
 * log is left out. Its numbers are computed when they are first asked for.
 */
export function withComputed(log: Log, wanted: readonly ComputedChannel[], parse: ParseExpression): Log {
  const named = namedColumns(log);
  const own: OwnLogColumn[] = [...(log.own ?? [])];
  for (const channel of wanted) {
    const checked = checkFormula(channel, named, parse);
    if ('problem' in checked || checked.missing.length > 0) continue;
    const column = lazily(log.timeS, channel, checked, { ...named });
    own.push(column);
    named[ownNames(own).at(-1) ?? ''] = {
      label: channel.name,
      unit: unitPowers(checked.unit),
      get values() {
        return column.values;
      },
    };
  }
  return own.length === (log.own?.length ?? 0) ? log : { ...log, own };
}

function lazily(
  timeS: Float64Array,
  { name, decimals }: ComputedChannel,
  { formula, unit }: CheckedFormula,
  named: Readonly<Record<string, NamedColumn>>,
): OwnLogColumn {
  let values: Float32Array | null = null;
  return {
    name,
    unit,
    decimals,
    get values() {
      values ??= evaluate(
        formula,
        timeS,
        Object.fromEntries(
          columnsRead(formula).flatMap((column) => {
            const read = named[column]?.values;
            return read === null || read === undefined ? [] : [[column, read]];
          }),
        ),
      );
      return values;
    },
  };
}
