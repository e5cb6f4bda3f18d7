/** What was tried: the function whose pin was worked, and the function whose part answered; null for nothing. */
export interface Tried {
  readonly worked: string;
  readonly answered: string | null;
}

/** What trying pins one by one shows of the loom. */
export interface WiringOrder {
  readonly right: readonly string[];
  /** Pins on which nothing answers. */
  readonly silent: readonly string[];
  /** Pins on which another part answers. */
  readonly crossed: readonly { readonly worked: string; readonly answered: string }[];
  /** Parts that answer on more than one pin: somebody misheard, or a wire goes to two. */
  readonly twice: readonly string[];
  /** Each part that was found goes to one pin, so that pins can be changed as they were found. */
  readonly isExchange: boolean;
}

/** Judges a series of tries. */
export function wiringOrder(tries: readonly Tried[]): WiringOrder {
  const answers = tries.flatMap(({ answered }) => (answered === null ? [] : [answered]));
  const twice = [...new Set(answers.filter((id, i) => answers.indexOf(id) !== i))];
  const crossed = tries.flatMap(({ worked, answered }) =>
    answered === null || answered === worked ? [] : [{ worked, answered }],
  );
  const pins = new Set(crossed.map(({ worked }) => worked));
  return {
    right: tries.filter(({ worked, answered }) => worked === answered).map(({ worked }) => worked),
    silent: tries.filter(({ answered }) => answered === null).map(({ worked }) => worked),
    crossed,
    twice,
    // A part that was found on another’s pin must have its own pin among those that are changed.
    isExchange:
      crossed.length > 0 && twice.length === 0 && crossed.every(({ answered }) => pins.has(answered)),
  };
}
