import { PALETTE } from './palette';

export type Scheme = 'light' | 'dark';

/** What a colour is for. Components name these, never a colour. */
export interface Roles {
  readonly ground: string;
  readonly surface: string;
  readonly raised: string;
  readonly line: string;
  readonly text: string;
  readonly muted: string;
  /** Act here; the one you are on. Never danger. */
  readonly accent: string;
  readonly onAccent: string;
  /** Links, and the other side of a difference. */
  readonly steel: string;
  readonly error: string;
  readonly warning: string;
  readonly good: string;
}

/** The roles of a colour scheme. */
export function rolesOf(scheme: Scheme): Roles {
  return PALETTE[scheme];
}
