import type { LedgerEntry } from '@/core/checks';

/** Which values are shown. */
export const SHOWN = [
  { id: 'guesses', label: 'Guesses' },
  { id: 'starter', label: 'Starter' },
  { id: 'computed', label: 'Computed' },
  { id: 'all', label: 'All' },
] as const;

export type Shown = (typeof SHOWN)[number]['id'];

/** The values of one section that are shown, and all it has. */
export interface LedgerGroup {
  readonly title: string;
  readonly entries: readonly LedgerEntry[];
  readonly all: readonly LedgerEntry[];
}

/** The title of what the engine lives on, which stands first. */
export const LIFE_TITLE = 'The engine lives on these';

/** The values shown, by section in the order of work; what the engine lives on stands first, by itself. */
export function ledgerGroups(entries: readonly LedgerEntry[], shown: Shown): LedgerGroup[] {
  const groups = new Map<string, { entries: LedgerEntry[]; all: LedgerEntry[] }>();
  for (const entry of entries) {
    const title = entry.isLife ? LIFE_TITLE : entry.section;
    const group = groups.get(title) ?? { entries: [], all: [] };
    groups.set(title, group);
    group.all.push(entry);
    if (isShown(entry, shown)) group.entries.push(entry);
  }
  return [...groups].flatMap(([title, group]) => (group.entries.length === 0 ? [] : [{ title, ...group }]));
}

/** How many of some values are vouched for: "6 of 9". */
export function shareWords(entries: readonly LedgerEntry[]): string {
  return `${entries.filter(({ isConfirmed }) => isConfirmed).length} of ${entries.length}`;
}

function isShown({ isConfirmed, source }: LedgerEntry, shown: Shown): boolean {
  switch (shown) {
    case 'guesses':
      return !isConfirmed;
    case 'all':
      return true;
    default:
      return source.kind === shown;
  }
}
