import { z } from '../field/schema';
import { FUNCTION_IDS, type FunctionId, FUNCTIONS, isFunction } from './functions';
import { isOperator, type OperatorId, OPERATORS } from './operators';

/** A formula as it is computed. Columns go by the names that formulas give them. */
export type Formula =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'column'; readonly name: string }
  | {
      readonly kind: 'operator';
      readonly operator: OperatorId;
      readonly left: Formula;
      readonly right: Formula;
    }
  | { readonly kind: 'function'; readonly name: FunctionId; readonly given: readonly Formula[] };

/** Why a formula cannot be taken, in words. */
export interface FormulaProblem {
  readonly problem: string;
}

/**
 * Turns a text into the tree that parsers of expressions give (nodes with a type, as Literal, Identifier, BinaryExpression).
 * @throws Error with words, and often an index, where it is no expression.
 */
export type ParseExpression = (text: string) => unknown;

/** A formula is read by a person. */
export const LONGEST_FORMULA = 400;

const node = z.looseObject({ type: z.string() });
const literal = z.looseObject({ type: z.literal('Literal'), value: z.number() });
const identifier = z.looseObject({ type: z.literal('Identifier'), name: z.string() });
const unary = z.looseObject({
  type: z.literal('UnaryExpression'),
  operator: z.string(),
  argument: z.unknown(),
});
const binary = z.looseObject({
  type: z.literal('BinaryExpression'),
  operator: z.string(),
  left: z.unknown(),
  right: z.unknown(),
});
const compound = z.looseObject({ type: z.literal('Compound') });
const call = z.looseObject({
  type: z.literal('CallExpression'),
  callee: identifier,
  arguments: z.array(z.unknown()),
});

class Refused extends Error {}

/** Reads a formula: what it computes, or why it cannot be taken. Nothing but numbers, columns, and what is listed is taken. */
export function readFormula(text: string, parse: ParseExpression): Formula | FormulaProblem {
  if (text.trim() === '') return { problem: 'Type a formula, as engine_speed_rpm / 60.' };
  if (text.length > LONGEST_FORMULA) {
    return { problem: `It has ${text.length} signs; ${LONGEST_FORMULA} are taken. Make two formulas of it.` };
  }
  try {
    const tree = parse(text);
    // A comma in a number, outside of any function, makes two formulas of one.
    if (compound.safeParse(tree).success && /\d,\d/.test(text)) {
      return { problem: 'Decimals have a point: 0.5.' };
    }
    return formulaOf(tree);
  } catch (error) {
    if (error instanceof Refused) return { problem: error.message };
    return { problem: notRead(text, error) };
  }
}

/** True where a formula was read. */
export function isFormula(read: Formula | FormulaProblem): read is Formula {
  return 'kind' in read;
}

const placed = z.object({ index: z.number() });

function notRead(text: string, error: unknown): string {
  const { success, data } = placed.safeParse(error);
  if (!success || data.index >= text.trimEnd().length) {
    return 'Something is missing at its end, as a number, a channel or a bracket.';
  }
  return `It cannot be read from “${text.slice(data.index, data.index + 12)}” on.`;
}

function formulaOf(tree: unknown): Formula {
  const number = literal.safeParse(tree);
  if (number.success) return { kind: 'number', value: number.data.value };
  const name = identifier.safeParse(tree);
  if (name.success) return { kind: 'column', name: name.data.name };
  const one = unary.safeParse(tree);
  if (one.success) return signed(one.data.operator, formulaOf(one.data.argument));
  const two = binary.safeParse(tree);
  if (two.success) {
    const { operator } = two.data;
    if (!isOperator(operator)) throw new Refused(unknownSign(operator));
    return { kind: 'operator', operator, left: formulaOf(two.data.left), right: formulaOf(two.data.right) };
  }
  const called = call.safeParse(tree);
  if (called.success) return calledFormula(called.data.callee.name, called.data.arguments);
  const kind = node.safeParse(tree);
  throw new Refused(kind.success ? notTaken(kind.data.type) : 'It is no formula.');
}

function signed(sign: string, of: Formula): Formula {
  if (sign === '+') return of;
  if (sign === '-') {
    if (of.kind === 'number') return { kind: 'number', value: -of.value };
    return { kind: 'operator', operator: '-', left: { kind: 'number', value: 0 }, right: of };
  }
  if (sign === '!')
    return { kind: 'operator', operator: '==', left: of, right: { kind: 'number', value: 0 } };
  throw new Refused(unknownSign(sign));
}

function unknownSign(sign: string): string {
  if (sign === '^' || sign === '**') return 'A power is written pow(x, 2).';
  return `${sign} is not known here. There are ${Object.keys(OPERATORS).join(' ')}.`;
}

function calledFormula(name: string, given: readonly unknown[]): Formula {
  if (!isFunction(name)) {
    throw new Refused(`There is no function ${name}. There are ${FUNCTION_IDS.join(', ')}.`);
  }
  const { takes, written, kind } = FUNCTIONS[name];
  if (given.length !== takes) {
    throw new Refused(
      `${name} takes ${takes === 1 ? 'one number' : `${takes} numbers`}, and has ${given.length}: ${written}.`,
    );
  }
  const read = given.map(formulaOf);
  const seconds = read[1];
  if (kind === 'overTime' && seconds !== undefined && !(seconds.kind === 'number' && seconds.value >= 0)) {
    throw new Refused(`The seconds of ${name} are a number that is typed: ${written}.`);
  }
  return { kind: 'function', name, given: read };
}

const KINDS: Readonly<Record<string, string>> = {
  Literal: 'Words in quotes cannot be computed with.',
  MemberExpression: 'A point stands between digits only.',
  ConditionalExpression: 'A choice is written if(x > 3, y, z).',
  Compound: 'It is two formulas: an operator is missing between them.',
  ThisExpression: '“this” is no channel.',
};

function notTaken(type: string): string {
  return KINDS[type] ?? 'Only numbers, channels, operators and functions are taken.';
}

/** The columns that a formula reads, each once, in the order in which they come. */
export function columnsRead(formula: Formula): string[] {
  if (formula.kind === 'number') return [];
  if (formula.kind === 'column') return [formula.name];
  const parts = formula.kind === 'operator' ? [formula.left, formula.right] : formula.given;
  return [...new Set(parts.flatMap(columnsRead))];
}
