/** What one injector passed against the others. */
export interface InjectorShare {
  readonly cylinder: number;
  readonly cm3: number;
  /** Against the middle of all, as a share of it. */
  readonly off: number;
}

/** Injectors compared, and all of them against what was expected. */
export interface InjectorFlow {
  readonly each: readonly InjectorShare[];
  readonly middleCm3: number;
  /** The middle over what was expected. */
  readonly times: number;
}

/**
 * Injectors against their middle: a blocked one does not move it.
 * @param cm3 of each, with its cylinder.
 */
export function injectorFlowOf(
  cm3: readonly { readonly cylinder: number; readonly cm3: number }[],
  expectedCm3: number,
): InjectorFlow | null {
  const sorted = cm3.map((one) => one.cm3).sort((a, b) => a - b);
  const half = sorted.length / 2;
  const middleCm3 = ((sorted[Math.floor(half - 0.5)] ?? NaN) + (sorted[Math.floor(half)] ?? NaN)) / 2;
  if (!(middleCm3 > 0) || !(expectedCm3 > 0)) return null;
  const each = cm3.map((one) => ({ ...one, off: one.cm3 / middleCm3 - 1 }));
  return { each, middleCm3, times: middleCm3 / expectedCm3 };
}
