import { AXES, type MapEntry } from '../map';

const SPEED: Pick<MapEntry, 'group' | 'unit' | 'min' | 'max' | 'decimals' | 'step' | 'y'> = {
  group: 'limits',
  unit: 'rev/min',
  min: 500,
  max: 20_000,
  decimals: 0,
  step: 50,
  y: null,
};

/** The maps of limits, in the order of work. */
export const LIMIT_MAPS = {
  limitCoolant: {
    ...SPEED,
    label: 'Speed limit by coolant',
    x: AXES.coolant,
    help: {
      what: 'The highest speed at a coolant temperature; the normal limit where that is lower.',
      usual: 'Half to two thirds of the normal limit in hard frost, all of it from 50 to 70 °C on.',
      changes: 'Whether a cold engine can be revved before its oil is everywhere.',
    },
  },
  limitGear: {
    ...SPEED,
    label: 'Speed limit by gear',
    fixedAxis: true,
    x: AXES.gear,
    help: {
      what: 'The highest speed in a gear; 0 is neutral. The normal limit where that is lower.',
      usual: 'The normal limit in all gears; lower in neutral.',
      changes: 'How far each gear may be pulled, and what a foot in the paddock can do.',
    },
  },
  shiftTime: {
    group: 'limits',
    label: 'Shift cut by gear',
    unit: 'ms',
    min: 0,
    max: 500,
    decimals: 0,
    step: 5,
    fixedAxis: true,
    x: AXES.gear,
    y: null,
    help: {
      what: 'How long charges are cut when a gear is left; 0 cuts nothing.',
      usual: '60 to 100 ms, longer in the low gears, where more has to slow down.',
      changes: 'Too short and the dogs stay loaded, too long and the car nods.',
    },
  },
} as const satisfies Record<string, MapEntry>;
