/** What stands in the way of going on with a newer build. */
export interface UpdateStanding {
  readonly allStored: boolean;
  readonly isConnected: boolean;
  /** Other windows that have the build before open; null where the newer one could not be asked. */
  readonly others: number | null;
}

/** That a newer Lumbre is here, and what is to be done before it is taken. */
export function updateWords({ allStored, isConnected, others }: UpdateStanding): string {
  const here = 'A newer Lumbre is here.';
  if (!allStored) return `${here} It can be taken when your last change is stored.`;
  if (isConnected)
    return `${here} The page is loaded anew for it: disconnect from the engine computer first.`;
  if (others === null) return `${here} It did not answer: close every window of Lumbre and open it again.`;
  if (others > 0) {
    const windows = others === 1 ? 'One other window has' : `${others} other windows have`;
    return `${here} ${windows} the one before open: close ${others === 1 ? 'it' : 'them'} and try again. Two versions never work side by side.`;
  }
  return `${here} It is taken when you say so, or when every window of Lumbre has been closed. Nothing you entered is touched.`;
}
