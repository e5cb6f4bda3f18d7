const FIELDS = 'input:not([disabled]), textarea:not([disabled]), [role="radiogroup"]';
/** What keeps its fields to itself: a dialog before the page behind it. */
const SCOPES = '[role="dialog"], [role="main"]';

/** Where a field takes the keyboard: a group of radios at the one that is chosen, else at its first. */
function entryOf(field: HTMLElement): HTMLElement | null {
  if (field.getAttribute('role') !== 'radiogroup') return field;
  return field.querySelector<HTMLElement>('[aria-checked="true"]') ?? field.querySelector('[role="radio"]');
}

/**
 * Takes the keyboard from a field to the one after it, once what was typed has been read. It stays where the text was
 * refused, and in the last field.
 */
export function focusNextField(from: HTMLElement): void {
  setTimeout(() => {
    if (from.getAttribute('aria-invalid') === 'true') return;
    const scope = from.closest(SCOPES) ?? from.ownerDocument;
    const next = [...scope.querySelectorAll<HTMLElement>(FIELDS)].find(
      (field) =>
        !field.contains(from) &&
        (from.compareDocumentPosition(field) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0,
    );
    const entry = next === undefined ? null : entryOf(next);
    entry?.focus();
    if (entry instanceof HTMLInputElement) entry.select();
  });
}
