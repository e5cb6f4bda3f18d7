/** As many are named as are read at a glance. */
const NAMED = 3;

/** What is still asked for in a step, by name. */
export function leftWords(left: readonly string[]): string {
  const named = left.slice(0, NAMED).join(', ');
  const more = left.length - NAMED;
  return `Asked for: ${named}${more > 0 ? `, and ${more} more` : ''}.`;
}
