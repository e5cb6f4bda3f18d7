import { bisected, leastSquares } from '../numeric';
import { ZERO_CELSIUS_K } from '../units';

/** 1/T = a + b·ln R + c·(ln R)³, T in K, R in Ω (Steinhart & Hart 1968). */
export interface SteinhartHart {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

/** A measured or listed point of a thermistor. */
export interface ResistancePoint {
  readonly temperatureC: number;
  readonly ohm: number;
}

/** A fitted thermistor with what is left over at every point, K: positive where the curve reads too warm. */
export interface ThermistorFit {
  readonly curve: SteinhartHart;
  readonly residualsK: readonly number[];
  /** Index of the point that is off most; null for three points, which are met exactly. */
  readonly worst: number | null;
}

/**
 * Fits the curve: exact for three points, least squares in 1/T beyond.
 * Example: (−20 °C, 15462 Ω), (20, 2500), (100, 186.6) → a 1.28084e-3, b 2.63739e-4, c 1.39623e-7.
 * @throws {RangeError} for fewer than three points or two of the same resistance.
 */
export function thermistorFit(points: readonly ResistancePoint[]): ThermistorFit {
  if (points.length < 3) throw new RangeError('A thermistor curve needs three points');
  const mean = points.reduce((sum, { ohm }) => sum + Math.log(ohm), 0) / points.length;
  const rows = points.map(({ ohm }) => {
    const l = Math.log(ohm);
    return [1, l - mean, l ** 3 - mean ** 3];
  });
  const targets = points.map(({ temperatureC }) => 1 / (temperatureC + ZERO_CELSIUS_K));
  const [a0, b, c] = leastSquares(rows, targets) ?? [];
  if (a0 === undefined || b === undefined || c === undefined) {
    throw new RangeError('Two points have the same resistance');
  }
  const curve = { a: a0 - b * mean - c * mean ** 3, b, c };
  const residualsK = points.map(({ ohm, temperatureC }) => thermistorC(curve, ohm) - temperatureC);
  const sizes = residualsK.map(Math.abs);
  return { curve, residualsK, worst: points.length === 3 ? null : sizes.indexOf(Math.max(...sizes)) };
}

/** The curve of a thermistor listed by nominal resistance at 25 °C and B value: the equation with c = 0. */
export function thermistorFromBeta(nominalOhm: number, betaK: number): SteinhartHart {
  return { a: 1 / (25 + ZERO_CELSIUS_K) - Math.log(nominalOhm) / betaK, b: 1 / betaK, c: 0 };
}

/** Temperature at a resistance, °C. Example: the fit above at 1175 Ω → 39.88. */
export function thermistorC({ a, b, c }: SteinhartHart, ohm: number): number {
  const l = Math.log(ohm);
  return 1 / (a + b * l + c * l ** 3) - ZERO_CELSIUS_K;
}

/** Generic thermistors, by nominal resistance at 25 °C and B value. */
export const GENERIC_THERMISTORS = [
  { id: '2057', label: '2.06 kΩ, B 3500', ohm: 2057, beta: 3500 },
  { id: '2200', label: '2.2 kΩ, B 3480', ohm: 2200, beta: 3480 },
  { id: '5000', label: '5 kΩ, B 3950', ohm: 5000, beta: 3950 },
  { id: '10000', label: '10 kΩ, B 3950', ohm: 10000, beta: 3950 },
] as const;

const LN_OHM_RANGE = { low: Math.log(0.01), high: Math.log(1e9) } as const;
const NEWTON_STEPS = 12;
const SETTLED = 1e-13;

/** Resistance at a temperature, Ω: the inverse. By Newton's steps in ln R, by bisection where they do not settle. */
export function thermistorOhm(curve: SteinhartHart, temperatureC: number): number {
  const { a, b, c } = curve;
  const wanted = 1 / (temperatureC + ZERO_CELSIUS_K);
  let l = 7.5;
  for (let i = 0; i < NEWTON_STEPS; i += 1) {
    const slope = b + 3 * c * l * l;
    if (slope <= 0) break;
    const step = (a + b * l + c * l * l * l - wanted) / slope;
    l -= step;
    if (Math.abs(step) < SETTLED * Math.abs(l)) return Math.exp(l);
  }
  return Math.exp(bisectedLnOhm(curve, wanted));
}

function bisectedLnOhm({ a, b, c }: SteinhartHart, wanted: number): number {
  const { low, high } = LN_OHM_RANGE;
  return bisected((l) => a + b * l + c * l ** 3 < wanted, low, high, 60);
}

/** True when resistance falls all the way from −60 to 200 °C, so that every voltage means one temperature. */
export function isFalling(curve: SteinhartHart): boolean {
  const { a, b, c } = curve;
  for (let l = Math.log(1); l <= Math.log(1e6); l += 0.25) {
    const inverse = a + b * l + c * l ** 3;
    const within = inverse > 1 / (200 + ZERO_CELSIUS_K) && inverse < 1 / (ZERO_CELSIUS_K - 60);
    if (within && b + 3 * c * l * l <= 0) return false;
  }
  return b > 0 || c > 0;
}
