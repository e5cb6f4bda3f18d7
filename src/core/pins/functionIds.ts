/** Id of an injector's function: one cylinder, or the pair on one driver. */
export function injectorFunction(cylinders: readonly number[]): string {
  return `injector-${cylinders.join('-')}`;
}

/** Id of a coil's function. */
export function coilFunction(cylinders: readonly number[]): string {
  return `coil-${cylinders.join('-')}`;
}

/** Id of an output's function. */
export function outputFunction(outputId: string): string {
  return `output-${outputId}`;
}
