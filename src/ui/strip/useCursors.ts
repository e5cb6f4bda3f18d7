import { useStore } from 'zustand';
import { useShallow } from 'zustand/shallow';
import type { StripStore } from './stripStore';
import type { StripView } from './stripWindow';

/** Both cursors; whoever uses them is not told when only the window moves. */
export function useCursors({ store }: StripStore): Pick<StripView, 'cursorS' | 'secondS'> {
  return useStore(
    store,
    useShallow(({ cursorS, secondS }) => ({ cursorS, secondS })),
  );
}
