import { useEffect } from 'react';

/** What takes the keyboard when what had it is gone and nothing nearer is left. */
const LAST_RESORT = '[role="main"]';
const FOCUSABLE = 'input:not([disabled]), textarea:not([disabled]), [tabindex]:not([aria-disabled="true"])';
/** What is too large to be near: its first control has nothing to do with the one that went. */
const WHOLE = '[role="main"], [role="dialog"], body';

/** An element on the way from what had the focus to the document, and its place among its siblings. */
interface Step {
  readonly place: HTMLElement;
  readonly index: number;
}

/** What can take the keyboard in a place, the nearest to where something went: what came there, what follows, then what stands before. */
function nearest(left: HTMLElement, index: number): HTMLElement | null {
  const places = [...left.children];
  for (const beside of [...places.slice(index), ...places.slice(0, index).reverse()]) {
    const found = beside.matches(FOCUSABLE) ? beside : beside.querySelector(FOCUSABLE);
    if (found !== null) return found as HTMLElement;
  }
  return null;
}

/**
 * Keeps the keyboard on the page: when what had the focus is taken away (a row removed, a proposal accepted), it goes to
 * what is left beside it, or to the beginning of the page.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let way: Step[] = [];
    const remember = ({ target }: FocusEvent) => {
      way = [];
      for (let at = target as HTMLElement | null; at !== null; at = at.parentElement) {
        way.push({
          place: at,
          index: at.parentElement === null ? 0 : [...at.parentElement.children].indexOf(at),
        });
      }
    };
    const keep = () => {
      const { activeElement, body } = document;
      const [last] = way;
      if (activeElement !== body || last === undefined || last.place.isConnected) return;
      const at = way.findIndex(({ place }) => place.isConnected && place !== body);
      const left = way[at]?.place;
      const beside =
        left === undefined || left.matches(WHOLE) ? null : nearest(left, way[at - 1]?.index ?? 0);
      const main = document.querySelector<HTMLElement>(LAST_RESORT);
      (beside ?? main)?.focus({ preventScroll: beside === null });
    };
    const observer = new MutationObserver(keep);
    observer.observe(document.body, { childList: true, subtree: true });
    document.addEventListener('focusin', remember);
    return () => {
      observer.disconnect();
      document.removeEventListener('focusin', remember);
    };
  }, []);
}
