import { type Migration, sectionOf } from './migration';

/** The guards of version 4. */
const GUARDS = ['oilPressure', 'lean', 'fuelPressure', 'boost', 'coolant', 'oil', 'battery'] as const;

/** Version 3 had nothing that holds an engine back. */
export const toVersion4: Migration = {
  to: 4,
  change: 'Limits of speed, launch and gear shift, protection, boost, what stands in for a sensor',
  up: (document) => ({
    ...document,
    limits: {},
    launch: {},
    shift: {},
    boost: {},
    protection: Object.fromEntries(GUARDS.map((id) => [id, {}])),
    sensorLoss: {},
    sensors: { ...sectionOf(document, 'sensors'), launchSwitch: {}, shiftSwitch: {}, retardSwitch: {} },
  }),
};
