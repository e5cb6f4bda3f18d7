import { AXES, type MapEntry } from '../map';

const SETTINGS = { title: 'Idle', section: 'idle' } as const;

/** The maps of idling, in the order of work. */
export const IDLE_MAPS = {
  idleAir: {
    group: 'idle',
    settings: SETTINGS,
    label: 'Idle air',
    unit: '%',
    min: 0,
    max: 100,
    decimals: 0,
    step: 1,
    x: AXES.coolant,
    y: null,
    help: {
      what: 'Opening of the idle valve against coolant temperature; of a thermostatic valve, how far it opens by itself.',
      usual: '15 to 30 % hot, 50 to 80 % in hard frost; a thermostatic valve is shut when hot.',
      changes:
        'Idle speed before any closed loop acts, whether a cold engine keeps running, and the load where it is measured by throttle.',
    },
  },
  idleSpeed: {
    group: 'idle',
    settings: SETTINGS,
    label: 'Idle target speed',
    unit: 'rev/min',
    min: 400,
    max: 3000,
    decimals: 0,
    step: 10,
    x: AXES.coolant,
    y: null,
    help: {
      what: 'Speed that idle air is computed for, and that idle control aims at.',
      usual: '800 to 1100 hot, a few hundred more when cold; more with large cams.',
      changes: 'Idle air when it is proposed anew.',
    },
  },
} as const satisfies Record<string, MapEntry>;
