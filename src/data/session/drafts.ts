import type { SourceKind } from '@/core/field';
import { SOURCE_KINDS } from '@/core/field/schema';

/**
 * Text in fields that is not a value yet, kept over a reload. In the tab's own storage, because it is written at once: a
 * page that is loaded anew waits for nothing.
 */
export type Drafts = Readonly<Record<string, string>>;

const key = (id: string) => `lumbre/drafts/${id}`;

/** What was typed in this calibration and not taken yet; empty where nothing can be read. */
export function readDrafts(id: string): Drafts {
  try {
    const kept: unknown = JSON.parse(window.sessionStorage.getItem(key(id)) ?? '{}');
    if (typeof kept !== 'object' || kept === null) return {};
    return Object.fromEntries(Object.entries(kept).filter(([, text]) => typeof text === 'string'));
  } catch {
    return {};
  }
}

/** Keeps what is typed; nothing is kept where the browser allows none. */
export function keepDrafts(id: string, drafts: Drafts): void {
  try {
    if (Object.keys(drafts).length === 0) window.sessionStorage.removeItem(key(id));
    else window.sessionStorage.setItem(key(id), JSON.stringify(drafts));
  } catch {
    // What is on the screen is not lost by it, and saving values does not depend on it.
  }
}

const typingKey = (id: string) => `lumbre/typing/${id}`;

/** What the builder was typing from in this calibration, in this tab; null when that is not known. */
export function readTyping(id: string): SourceKind | null {
  try {
    const kept = window.sessionStorage.getItem(typingKey(id));
    return SOURCE_KINDS.find((kind) => kind === kept) ?? null;
  } catch {
    return null;
  }
}

/** Keeps what is typed from over a reload. */
export function keepTyping(id: string, kind: SourceKind): void {
  try {
    window.sessionStorage.setItem(typingKey(id), kind);
  } catch {
    // It stays chosen as long as the page does.
  }
}
