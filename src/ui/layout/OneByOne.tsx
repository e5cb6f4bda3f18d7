import { Children, startTransition, useEffect, useState, type ReactNode } from 'react';

/**
 * Its children, each drawn and laid out by itself behind the one before, so that much that comes at once never holds the
 * page still for as long as all of it takes. What has come stays.
 */
export function OneByOne({ children }: { children: ReactNode }) {
  const places = Children.count(children);
  const [shown, show] = useState(0);
  useEffect(() => {
    if (shown < places) startTransition(() => show(shown + 1));
  }, [shown, places]);
  // By place, also of what is not there now: what comes between others later sends none of them away.
  return Children.map(children, (child, place) => (place < shown ? child : null));
}
