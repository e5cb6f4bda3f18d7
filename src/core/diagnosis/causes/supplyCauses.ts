import { type Cause, THROWN } from './cause';

/** Battery, alternator, and the supply of the engine computer. */
export const SUPPLY_CAUSES: readonly Cause[] = [
  {
    id: 'powerLost',
    label: 'The engine computer loses its power',
    next: 'Look at its supply, its main relay and its ground, and move their wires while it idles.',
    weight: 0.8,
    shows: { resets: ['running', 0.97], crankVolts: ['sound', 0.985] },
    blurs: THROWN,
  },
  {
    id: 'batteryWeak',
    label: 'The battery is weak: it sags under the starter',
    next: 'Charge it, then look at its poles, the ground strap and the starter’s wire.',
    weight: 0.8,
    shows: { crankVolts: ['low', 0.95], resets: ['cranking', 0.6] },
    blurs: ['crankSilent'],
  },
  {
    id: 'notCharging',
    label: 'The alternator does not charge',
    next: 'Look at its belt, its field wire and its fuse.',
    weight: 1,
    shows: { charging: ['low', 0.95] },
    blurs: ['mixture:short', 'resets', 'idleValve'],
  },
];
