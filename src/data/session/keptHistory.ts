import { str as crc32 } from 'crc-32';
import { z } from '@/core/field/schema';
import type { Calibration } from '@/core/calibration';
import type { History, Step } from './history';

/** The way back that is kept over a reload: so many steps each way, and so much text. */
export const KEPT_HISTORY: { readonly steps: number; readonly characters: number } = {
  steps: 60,
  characters: 600_000,
};

const patch = z.object({
  op: z.enum(['replace', 'remove', 'add']),
  path: z.array(z.union([z.string(), z.number()])),
  value: z.unknown().optional(),
});
const step = z.object({ label: z.string(), patches: z.array(patch), inverse: z.array(patch) });
const keptSchema = z.object({ of: z.number(), past: z.array(step), future: z.array(step) });

const key = (id: string) => `lumbre/history/${id}`;

/**
 * What a document is told by, in whichever order its parts are held: a history only leads back from the document it was
 * made with.
 */
function stampOf(document: Calibration): number {
  const inOrder = (_: string, value: unknown): unknown =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value;
  return crc32(JSON.stringify(document, inOrder));
}

/** The steps nearest to the document that fit, as text. */
export function historyText(history: History, limits = KEPT_HISTORY): string {
  const of = stampOf(history.document);
  for (let { steps } = limits; steps > 0; steps = Math.floor(steps / 2)) {
    const text = JSON.stringify({
      of,
      past: history.past.slice(-steps),
      future: history.future.slice(0, steps),
    });
    if (text.length <= limits.characters) return text;
  }
  return JSON.stringify({ of, past: [], future: [] });
}

/** The steps that a text keeps for a document; none when it was kept for another, or cannot be read. */
export function stepsIn(text: string | null, document: Calibration): Pick<History, 'past' | 'future'> {
  const none = { past: [], future: [] };
  if (text === null) return none;
  try {
    const kept = keptSchema.safeParse(JSON.parse(text));
    if (!kept.success || kept.data.of !== stampOf(document)) return none;
    return { past: kept.data.past as Step[], future: kept.data.future as Step[] };
  } catch {
    return none;
  }
}

/** What was kept of the way back in this tab. */
export function keptSteps(id: string, document: Calibration): Pick<History, 'past' | 'future'> {
  try {
    return stepsIn(window.sessionStorage.getItem(key(id)), document);
  } catch {
    return { past: [], future: [] };
  }
}

/** Keeps the way back in this tab; where the browser allows none, undo ends with the page. */
export function keepSteps(id: string, history: History): void {
  try {
    if (history.past.length + history.future.length === 0) window.sessionStorage.removeItem(key(id));
    else window.sessionStorage.setItem(key(id), historyText(history));
  } catch {
    // What is on the screen is not lost by it.
  }
}
