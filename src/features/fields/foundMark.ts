import type { Found } from '@/core/checks';

/** How much is found in a place: how much, how grave the gravest is, and both in words. */
export interface FoundMark {
  readonly count: number;
  readonly tone: 'error' | 'warning';
  readonly label: string;
}

/** How much is found, the gravest alone; null for nothing that is more than advice. */
export function foundMark({ blocks, warns }: Found): FoundMark | null {
  if (blocks > 0) return { count: blocks, tone: 'error', label: `${blocks} in the way` };
  return warns > 0 ? { count: warns, tone: 'warning', label: `${warns} to look at` } : null;
}
