/** What stands between here and the first start, counted. */
export interface Distance {
  /** Fields and maps that are needed and empty. */
  readonly empty: number;
  /** Fields in which text waits that is not a value. */
  readonly waiting: number;
  readonly inTheWay: number;
  readonly toLookAt: number;
  readonly guesses: number;
}

/** How far it is to the first start, in words: "2 in the way, 5 to look at, 11 guesses." */
export function distanceWords({ empty, waiting, inTheWay, toLookAt, guesses }: Distance): string {
  const parts = [
    empty === 0 ? '' : `${empty} still empty`,
    waiting === 0 ? '' : `${waiting} typed and not taken`,
    inTheWay === 0 ? '' : `${inTheWay} in the way`,
    toLookAt === 0 ? '' : `${toLookAt} to look at`,
    guesses === 0 ? '' : guesses === 1 ? '1 guess' : `${guesses} guesses`,
  ].filter((part) => part !== '');
  return parts.length === 0
    ? 'Nothing that could be found stands between here and the first start.'
    : `${parts.join(', ')}.`;
}
