import { useEffect, useState } from 'react';
import { markOpen } from './openBuilds';

/** Whether a calibration may be worked on in this window. */
export interface OpenMark {
  readonly id: string;
  /** Null once it may be. */
  readonly refused: Error | null;
}

/**
 * Marks a calibration as open here while it is on the screen; null until that is done.
 * @returns what is known, and how to try again.
 */
export function useOpenMark(id: string): readonly [OpenMark | null, () => void] {
  const [mark, setMark] = useState<OpenMark | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let isLeft = false;
    const marking = markOpen(id);
    marking.then(
      () => isLeft || setMark({ id, refused: null }),
      (refused: Error) => isLeft || setMark({ id, refused }),
    );
    return () => {
      isLeft = true;
      marking.then(
        (release) => release(),
        () => undefined,
      );
    };
  }, [id, tries]);
  const again = () => {
    setMark(null);
    setTries(tries + 1);
  };
  return [mark?.id === id ? mark : null, again];
}
