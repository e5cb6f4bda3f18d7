import { useEffect, useState, type RefObject } from 'react';

/** True while some of an element is in sight; true where the browser cannot tell. */
export function useOnScreen(box: RefObject<unknown>): boolean {
  const [inSight, setInSight] = useState(true);
  useEffect(() => {
    const element = box.current as Element | null;
    if (element === null || typeof IntersectionObserver === 'undefined') return;
    const observer = new IntersectionObserver((entries) =>
      setInSight(entries.at(-1)?.isIntersecting ?? true),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [box]);
  return inSight;
}
