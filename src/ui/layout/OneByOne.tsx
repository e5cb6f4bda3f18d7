import { Children, startTransition, useEffect, useState, type ReactNode } from 'react';

/**
 * Its children, each drawn and laid out by itself behind the one before, so that much that comes at once never holds the
 * page still for as long as all of it takes. What has come stays.
 */
export function OneByOne({ children }: { children: ReactNode }) {
  const all = Children.toArray(children);
  const [shown, show] = useState(0);
  useEffect(() => {
    if (shown < all.length) startTransition(() => show(shown + 1));
  }, [shown, all.length]);
  return all.slice(0, shown);
}
