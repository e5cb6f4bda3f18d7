import { create } from 'zustand';
import type { SourceKind } from '@/core/field';
import type { Drafts } from './drafts';
import type { History } from './history';

/** Whether what is on the screen is what is stored. */
export type SaveState = 'saved' | 'saving' | 'unsaved' | 'failed';

/** Something the builder must know about the open document, beyond its save state. */
export type SessionNotice =
  /** Another tab saved a newer version; nothing has been changed here since. */
  | { readonly kind: 'newer'; readonly id: string }
  /** Another tab saved while this one had changes; they went on in a copy. */
  | { readonly kind: 'forked'; readonly originalId: string; readonly copyName: string }
  /** It was put in the bin in another tab, and nothing changed here since is stored. */
  | { readonly kind: 'deleted'; readonly id: string }
  /** What was stored last is damaged; the revision before it was opened. */
  | { readonly kind: 'recovered'; readonly id: string; readonly damaged: string }
  /** Text typed before the page was loaded anew stands in its fields, and is not taken yet. */
  | { readonly kind: 'typed'; readonly places: readonly string[] };

/** The editing session of the one open document. */
interface Session {
  readonly id: string | null;
  /** Revision in storage that the document came from or was saved as. */
  readonly revision: number;
  readonly history: History | null;
  readonly saveState: SaveState;
  readonly notice: SessionNotice | null;
  /** What the builder is typing from; every value typed carries it. */
  readonly typingSource: SourceKind;
  /** Text in fields that is not a value yet, by field path, so that leaving a screen loses nothing. */
  readonly drafts: Drafts;
}

export const NOTHING_OPEN: Session = {
  id: null,
  revision: 0,
  history: null,
  saveState: 'saved',
  notice: null,
  typingSource: 'estimated',
  drafts: {},
};

/** The session's store. Components read it with a selector; the functions of `session.ts` are the only ones that change it. */
export const useSession = create<Session>(() => NOTHING_OPEN);
