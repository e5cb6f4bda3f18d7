import { useEffect, useState } from 'react';
import { nearestTo } from '@/core/logView';
import { formatNumber } from '@/core/units';
import type { StripStore } from '@/ui/strip';

/** A part of a log that is counted: between its cursors, or what is in sight. */
export interface Stretch {
  readonly fromS: number;
  readonly toS: number;
  readonly between: boolean;
}

/** The strip has come to rest when it was not moved for so long, ms. */
const RESTS_MS = 120;

/** What of a log is counted: what is in sight once the strip has come to rest, so that moving it waits for nothing. */
export function useStretch({ store }: StripStore): Stretch {
  const [stretch, setStretch] = useState(() => stretchOf(store.getState()));
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const rest = () => {
      const next = stretchOf(store.getState());
      setStretch((now) =>
        now.fromS === next.fromS && now.toS === next.toS && now.between === next.between ? now : next,
      );
    };
    const unsubscribe = store.subscribe(() => {
      clearTimeout(timer);
      timer = setTimeout(rest, RESTS_MS);
    });
    rest();
    return () => {
      clearTimeout(timer);
      unsubscribe();
    };
  }, [store]);
  return stretch;
}

function stretchOf({ window, cursorS, secondS }: ReturnType<StripStore['store']['getState']>): Stretch {
  const between = cursorS !== null && secondS !== null && cursorS !== secondS;
  return {
    fromS: between ? Math.min(cursorS, secondS) : window.fromS,
    toS: between ? Math.max(cursorS, secondS) : window.toS,
    between,
  };
}

/** The samples of a stretch, from one to another, both inside. */
export function samplesOf(timeS: Float64Array, { fromS, toS }: Stretch): readonly [number, number] {
  return [nearestTo(timeS, fromS), nearestTo(timeS, toS)];
}

/** What is counted, as the title of what was found in it, and its place. */
export function stretchWords({ fromS, toS, between }: Stretch): {
  readonly title: string;
  readonly where: string;
} {
  return {
    title: between ? 'Between the cursors' : 'In sight',
    where: `${formatNumber(fromS, 2)} to ${formatNumber(toS, 2)} s, ${formatNumber(toS - fromS, 2)} s`,
  };
}
