/** A unit as a product of units with their powers, as kPa·ms⁻¹; empty for a plain number. */
export type UnitPowers = Readonly<Record<string, number>>;

/** Of a plain number, a share, or what has no unit. */
export const PLAIN: UnitPowers = {};

/** Labels that say besides which way a unit counts: in sums it is the unit alone. */
const DIRECTED: Readonly<Record<string, string>> = { '° BTDC': '°', 'kPa abs': 'kPa', 'kPa gauge': 'kPa' };

/** The powers of one unit by its label. */
export function unitPowers(label: string): UnitPowers {
  return label === '' ? PLAIN : { [DIRECTED[label] ?? label]: 1 };
}

/** The unit of one times the power of another: power 1 multiplies, −1 divides. */
export function timesPower(one: UnitPowers, other: UnitPowers, power: number): UnitPowers {
  const powers: Record<string, number> = { ...one };
  for (const [label, own] of Object.entries(other)) {
    const sum = (powers[label] ?? 0) + own * power;
    if (sum === 0) delete powers[label];
    else powers[label] = sum;
  }
  return powers;
}

/** True where two numbers may be added. */
export function sameUnit(one: UnitPowers, other: UnitPowers): boolean {
  return Object.keys(timesPower(one, other, -1)).length === 0;
}

const POWERS: Readonly<Record<number, string>> = { 1: '', 2: '²', 3: '³' };

function powerLabel(label: string, power: number): string {
  return `${label}${POWERS[power] ?? `^${power}`}`;
}

/** A unit as it is written: “kPa·ms”, “kPa/(rev/min)”, “1/s”; nothing for a plain number. */
export function unitLabel(powers: UnitPowers): string {
  const over = Object.entries(powers)
    .filter(([, power]) => power > 0)
    .map(([label, power]) => powerLabel(label, power));
  const under = Object.entries(powers)
    .filter(([, power]) => power < 0)
    .map(([label, power]) => powerLabel(label.includes('/') ? `(${label})` : label, -power));
  if (under.length === 0) return over.join('·');
  return [over.length === 0 ? '1' : over.join('·'), ...under].join('/');
}
