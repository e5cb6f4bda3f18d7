import { useEffect } from 'react';

/** What takes the keyboard when what had it is gone and nothing nearer is left. */
const LAST_RESORT = '[role="main"]';
const FOCUSABLE = 'input:not([disabled]), textarea:not([disabled]), [tabindex]:not([aria-disabled="true"])';
/** What is too large to be near: its first control has nothing to do with the one that went. */
const WHOLE = '[role="main"], [role="dialog"], body';

/**
 * Keeps the keyboard on the page: when what had the focus is taken away (a row removed, a proposal accepted), it goes to
 * what is left beside it, or to the beginning of the page.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let way: HTMLElement[] = [];
    const remember = ({ target }: FocusEvent) => {
      way = [];
      for (let at = target as HTMLElement | null; at !== null; at = at.parentElement) way.push(at);
    };
    const keep = () => {
      const { activeElement, body } = document;
      const [last] = way;
      if (activeElement !== body || last === undefined || last.isConnected) return;
      const left = way.find((place) => place.isConnected && place !== body);
      const beside =
        left === undefined || left.matches(WHOLE) ? null : left.querySelector<HTMLElement>(FOCUSABLE);
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
