import { PALETTE, PLAIN_PALETTE } from './palette';

export type Scheme = 'light' | 'dark';

/** How plainly all is shown: as usual, or at the car, for sun, gloves and cold. */
export type Sight = 'usual' | 'atTheCar';

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
export function rolesOf(scheme: Scheme, sight: Sight = 'usual'): Roles {
  return (sight === 'usual' ? PALETTE : PLAIN_PALETTE)[scheme];
}
