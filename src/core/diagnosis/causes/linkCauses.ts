import type { Cause } from './cause';

/** The link itself. */
export const LINK_CAUSES: readonly Cause[] = [
  {
    id: 'linkSpoils',
    label: 'The link spoils what it carries',
    next: 'Look at the cable and how near it runs to coils, or at what else sends nearby; readings between are whole.',
    weight: 0.5,
    // What comes spoiled is thrown away, and is missing then.
    shows: { linkSpoils: ['yes', 0.97] },
    blurs: ['linkLoses', 'linkSlow'],
  },
  {
    id: 'linkLoses',
    label: 'The link loses what it carries',
    next: 'Go nearer to the car, or take a cable; a log over it has holes.',
    weight: 0.5,
    shows: { linkLoses: ['yes', 0.97], linkSpoils: ['sound', 0.97] },
    blurs: ['linkSlow'],
  },
  {
    id: 'linkSlow',
    label: 'The link is slow: what is shown is late',
    next: 'Go nearer to the car, or take a cable; edits arrive, but later.',
    weight: 0.5,
    shows: { linkSlow: ['yes', 0.97], linkLoses: ['sound', 0.97] },
  },
];
