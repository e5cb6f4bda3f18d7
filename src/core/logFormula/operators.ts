import type { UnitPowers } from './unitOfResult';

/** Numbers of a stretch of samples, computed in place of one another. */
export type Block = Float64Array;

/** How the unit of a result follows from those of what is joined. */
export type UnitRule = 'same' | 'product' | 'quotient' | 'truth' | 'plain';

export interface Operator {
  /** What cannot be done of units that differ, as in “cannot be added”. */
  readonly verb: string;
  readonly units: UnitRule;
  /** Joins the first so many numbers of two blocks into another, which may be one of them. */
  readonly join: (into: Block, left: Block, right: Block, count: number) => void;
}

const truth = (isTrue: boolean) => (isTrue ? 1 : 0);

/** Of what is unknown nothing is true and nothing is false. */
const compared =
  (holds: (left: number, right: number) => boolean): Operator['join'] =>
  (into, left, right, count) => {
    for (let i = 0; i < count; i += 1) {
      const [a, b] = [left[i] as number, right[i] as number];
      into[i] = Number.isNaN(a) || Number.isNaN(b) ? NaN : truth(holds(a, b));
    }
  };

/** Every operator that a formula may have, by its sign. */
export const OPERATORS = {
  '+': {
    verb: 'added',
    units: 'same',
    join: (into, left, right, count) => {
      for (let i = 0; i < count; i += 1) into[i] = (left[i] as number) + (right[i] as number);
    },
  },
  '-': {
    verb: 'subtracted',
    units: 'same',
    join: (into, left, right, count) => {
      for (let i = 0; i < count; i += 1) into[i] = (left[i] as number) - (right[i] as number);
    },
  },
  '*': {
    verb: 'multiplied',
    units: 'product',
    join: (into, left, right, count) => {
      for (let i = 0; i < count; i += 1) into[i] = (left[i] as number) * (right[i] as number);
    },
  },
  // What is divided by nothing is unknown: a trace without end says nothing.
  '/': {
    verb: 'divided',
    units: 'quotient',
    join: (into, left, right, count) => {
      for (let i = 0; i < count; i += 1) {
        const by = right[i] as number;
        into[i] = by === 0 ? NaN : (left[i] as number) / by;
      }
    },
  },
  '<': { verb: 'compared', units: 'truth', join: compared((a, b) => a < b) },
  '<=': { verb: 'compared', units: 'truth', join: compared((a, b) => a <= b) },
  '>': { verb: 'compared', units: 'truth', join: compared((a, b) => a > b) },
  '>=': { verb: 'compared', units: 'truth', join: compared((a, b) => a >= b) },
  '==': { verb: 'compared', units: 'truth', join: compared((a, b) => a === b) },
  '!=': { verb: 'compared', units: 'truth', join: compared((a, b) => a !== b) },
  '&&': { verb: 'joined', units: 'plain', join: compared((a, b) => a !== 0 && b !== 0) },
  '||': { verb: 'joined', units: 'plain', join: compared((a, b) => a !== 0 || b !== 0) },
} as const satisfies Record<string, Operator>;

export type OperatorId = keyof typeof OPERATORS;

export function isOperator(sign: string): sign is OperatorId {
  return Object.hasOwn(OPERATORS, sign);
}

/** A unit, or null where it is not known: of a plain number typed into a formula, which may stand for any. */
export type KnownUnit = UnitPowers | null;
