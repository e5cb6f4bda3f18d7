import { useEffect, type RefObject } from 'react';

/** What led here may keep the keyboard no longer: a link, or nothing. */
const LED_HERE = 'body, [role="link"], [role="main"]';

/** What can take the keyboard. */
interface Takes {
  readonly focus: (options?: FocusOptions) => void;
}

/**
 * A page that was gone to, or the place on it where the work is, takes the keyboard, so that the next Tab is in it and not in the list that led to it. A
 * place on it comes before the page; a page that is opened first leaves it to the browser.
 */
export function usePageFocus(place: RefObject<Takes | null>): void {
  useEffect(() => {
    const { activeElement } = document;
    const gone = 'userActivation' in navigator && navigator.userActivation.hasBeenActive;
    if (!gone || activeElement?.matches(LED_HERE) !== true) return;
    place.current?.focus({ preventScroll: true });
  }, [place]);
}
