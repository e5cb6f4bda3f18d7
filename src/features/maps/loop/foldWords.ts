import type { LearnedFold } from '@/core/learnedFold';
import { formatNumber } from '@/core/units';

/** What a fold would do, in words. */
export interface FoldWords {
  /** Why it is refused cell by cell, or what speaks against it; null where nothing does. */
  readonly warning: string | null;
  readonly facts: readonly string[];
  /** What opens it. */
  readonly open: string;
}

/** From such a share of the moved cells on, it is the same map that is folded into again. */
const AGAIN_FROM = 0.25;

/** A fold in words: what is refused, whether it is done again, and how rough the map was and becomes. */
export function foldWords({ by, factor, moved, again, rough }: LearnedFold): FoldWords {
  const roughness = `How far cells lie from the line between their neighbours: ${percent(rough.before)} now, ${percent(rough.after)} then.`;
  if (by === 'factor' && factor !== null) {
    const size = `${factor.change > 0 ? '+' : '−'}${percent(Math.abs(Math.expm1(factor.change)))}`;
    return {
      warning: `Cell by cell it is refused: all that was learned is ${size}, within ${percent(factor.spread)}. That is no shape of a map but one cause: injector flow, fuel pressure or fuel. Mend it there, or move the whole map at once.`,
      facts: [
        'In one move all cells change by it, those too in which nothing was learned; trims are less by as much, so that fuel stays as it is.',
        roughness,
      ],
      open: `Move the whole map by ${size}`,
    };
  }
  return {
    warning:
      again >= AGAIN_FROM * moved
        ? `${again} of ${moved} cells hold what was learned before. Folded again and again a map takes up what the loop swings by, and a cause stays hidden in it: log a drive and look for the cause first.`
        : null,
    facts: [
      `${moved} ${moved === 1 ? 'cell' : 'cells'} would move, as far as their evidence carries; what is left stays learned, so that fuel stays as it is.`,
      roughness,
    ],
    open: 'Look at what would be put in',
  };
}

function percent(share: number): string {
  return `${formatNumber(100 * share, 1)} %`;
}
