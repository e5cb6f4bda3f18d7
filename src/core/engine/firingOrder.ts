import type { Layout } from './engineSchema';

/** What is wrong with a firing order, as data. */
export type FiringOrderProblem =
  | { readonly code: 'wrong-count'; readonly given: number; readonly wanted: number }
  | { readonly code: 'not-a-cylinder'; readonly cylinder: number; readonly wanted: number }
  | { readonly code: 'repeated'; readonly cylinder: number };

/** Checks that the order names each of the cylinders 1…`cylinders` once; null when it does. */
export function firingOrderProblem(order: readonly number[], cylinders: number): FiringOrderProblem | null {
  const seen = new Set<number>();
  for (const cylinder of order) {
    if (cylinder < 1 || cylinder > cylinders) return { code: 'not-a-cylinder', cylinder, wanted: cylinders };
    if (seen.has(cylinder)) return { code: 'repeated', cylinder };
    seen.add(cylinder);
  }
  return order.length === cylinders ? null : { code: 'wrong-count', given: order.length, wanted: cylinders };
}

/** A sentence for a firing-order problem: what is wrong and what to do. */
export function firingOrderMessage(problem: FiringOrderProblem): string {
  switch (problem.code) {
    case 'wrong-count':
      return `Firing order names ${problem.given} of ${problem.wanted} cylinders. Enter each cylinder once.`;
    case 'not-a-cylinder':
      return `Firing order names cylinder ${problem.cylinder}, but there are ${problem.wanted}. Correct the order or the number of cylinders.`;
    case 'repeated':
      return `Firing order names cylinder ${problem.cylinder} twice. Enter each cylinder once.`;
  }
}

/** Firing orders in common use, by number of cylinders and, once that is known, by how they stand. */
export function commonFiringOrders(
  cylinders: number,
  layout: Layout | null = null,
): readonly (readonly number[])[] {
  const known = COMMON_ORDERS[cylinders] ?? [];
  return known.filter((entry) => layout === null || entry.layouts.includes(layout)).map(({ order }) => order);
}

interface CommonOrder {
  readonly order: readonly number[];
  readonly layouts: readonly Layout[];
}

const common = (order: readonly number[], ...layouts: Layout[]): CommonOrder => ({ order, layouts });

const COMMON_ORDERS: Readonly<Record<number, readonly CommonOrder[]>> = {
  1: [common([1], 'inline')],
  2: [common([1, 2], 'inline', 'vee', 'flat')],
  3: [common([1, 2, 3], 'inline'), common([1, 3, 2], 'inline')],
  4: [
    common([1, 3, 4, 2], 'inline'),
    common([1, 2, 4, 3], 'inline'),
    common([1, 3, 2, 4], 'vee', 'flat'),
    common([1, 4, 3, 2], 'vee', 'flat'),
  ],
  5: [common([1, 2, 4, 5, 3], 'inline')],
  6: [
    common([1, 5, 3, 6, 2, 4], 'inline'),
    common([1, 2, 3, 4, 5, 6], 'vee'),
    common([1, 4, 2, 5, 3, 6], 'vee'),
    common([1, 6, 5, 4, 3, 2], 'vee'),
    common([1, 6, 2, 4, 3, 5], 'flat'),
  ],
  8: [
    common([1, 8, 4, 3, 6, 5, 7, 2], 'vee'),
    common([1, 5, 4, 2, 6, 3, 7, 8], 'vee'),
    common([1, 3, 7, 2, 6, 5, 4, 8], 'vee'),
  ],
  10: [common([1, 6, 5, 10, 2, 7, 3, 8, 4, 9], 'vee')],
  12: [common([1, 7, 5, 11, 3, 9, 6, 12, 2, 8, 4, 10], 'vee')],
};

/** Reads "1-5-3-6-2-4" or "1 5 3 6 2 4" or "153624"; null when it is none of these. */
export function parseFiringOrder(text: string): number[] | null {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  const parts = /^\d{2,9}$/.test(trimmed) ? trimmed.split('') : trimmed.split(/[\s,;–-]+/).filter(Boolean);
  if (parts.length === 0 || !parts.every((part) => /^\d{1,2}$/.test(part))) return null;
  return parts.map(Number);
}
