/**
 * Writes words past React where they are others than before: into the piece of text that stands there, since a new one would be
 * put in and laid out anew.
 */
export function writeText(element: HTMLElement | null, words: string): void {
  if (element === null) return;
  const { firstChild, lastChild } = element;
  if (firstChild === null || firstChild !== lastChild || firstChild.nodeType !== Node.TEXT_NODE) {
    element.textContent = words;
  } else if (firstChild.nodeValue !== words) firstChild.nodeValue = words;
}
