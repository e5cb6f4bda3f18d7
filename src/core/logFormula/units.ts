import type { Formula, FormulaProblem } from './formula';
import { type FormulaFunction, FUNCTIONS } from './functions';
import { type KnownUnit, OPERATORS } from './operators';
import { PLAIN, sameUnit, timesPower, unitLabel, type UnitPowers } from './unitOfResult';

class Differ extends Error {}

/** The unit of a formula’s result; null where a number without a unit may stand for any. */
export interface FormulaUnit {
  readonly unit: KnownUnit;
}

/**
 * The unit of what a formula gives, from those of the columns it reads.
 * @param units of each column, by its name; a column with none is a plain number.
 * @returns a problem where it adds or compares what has different units.
 */
export function formulaUnit(
  formula: Formula,
  units: Readonly<Record<string, UnitPowers>>,
): FormulaUnit | FormulaProblem {
  try {
    return { unit: unitOfPart(formula, units) };
  } catch (error) {
    if (error instanceof Differ) return { problem: error.message };
    throw error;
  }
}

function unitOfPart(formula: Formula, units: Readonly<Record<string, UnitPowers>>): KnownUnit {
  if (formula.kind === 'number') return null;
  if (formula.kind === 'column') return units[formula.name] ?? PLAIN;
  if (formula.kind === 'operator') {
    const { verb, units: rule } = OPERATORS[formula.operator];
    const [left, right] = [unitOfPart(formula.left, units), unitOfPart(formula.right, units)];
    if (rule === 'same') return common(left, right, verb);
    if (rule === 'truth') common(left, right, verb);
    if (rule === 'truth' || rule === 'plain') return PLAIN;
    if (left === null && right === null) return null;
    return timesPower(left ?? PLAIN, right ?? PLAIN, rule === 'product' ? 1 : -1);
  }
  const { unit: rule, alike = [] }: FormulaFunction = FUNCTIONS[formula.name];
  const given = formula.given.map((one) => unitOfPart(one, units));
  const shared = alike.reduce<KnownUnit>((unit, at) => common(unit, given[at] ?? null, 'compared'), null);
  const first = given[0] ?? null;
  switch (rule) {
    case 'its':
      return alike.length > 0 ? shared : first;
    case 'second':
      return shared;
    case 'plain':
      return PLAIN;
    case 'perSecond':
      return timesPower(first ?? PLAIN, { s: 1 }, -1);
    case 'seconds':
      return timesPower(first ?? PLAIN, { s: 1 }, 1);
    case 'root':
      return powered(first, 0.5);
    case 'power':
      return powered(first, formula.given[1]?.kind === 'number' ? formula.given[1].value : NaN);
  }
}

/** The unit of two that must have the same; a plain number that was typed takes that of the other. */
function common(one: KnownUnit, other: KnownUnit, verb: string): KnownUnit {
  if (one === null) return other;
  if (other === null || sameUnit(one, other)) return one;
  const name = (unit: UnitPowers) => (unitLabel(unit) === '' ? 'a plain number' : unitLabel(unit));
  throw new Differ(`${name(one)} and ${name(other)} cannot be ${verb}: their units differ.`);
}

/** A unit to a power; a plain number where it has no name, as a root of pressure. */
function powered(unit: KnownUnit, power: number): KnownUnit {
  if (unit === null) return null;
  const powers = Object.entries(unit).map(([label, own]) => [label, own * power] as const);
  return powers.every(([, own]) => Number.isInteger(own))
    ? Object.fromEntries(powers.filter(([, own]) => own !== 0))
    : PLAIN;
}
