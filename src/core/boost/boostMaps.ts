import { AXES, type MapEntry } from '../map';

/** The maps of boost, in the order of work. */
export const BOOST_MAPS = {
  boostTarget: {
    group: 'boost',
    label: 'Boost target',
    unit: 'kPa abs',
    min: 60,
    max: 450,
    decimals: 0,
    step: 1,
    x: AXES.speed,
    y: AXES.gear,
    help: {
      what: 'Manifold pressure wanted with the throttle open, by speed and gear.',
      usual: 'The most the engine is built for, less in the low gears.',
      changes: 'Torque, and what pistons, gearbox and tyres have to bear.',
    },
  },
  boostDuty: {
    group: 'boost',
    label: 'Boost base duty',
    unit: '%',
    min: 0,
    max: 100,
    decimals: 0,
    step: 1,
    x: AXES.speed,
    y: AXES.manifoldPressure,
    help: {
      what: 'Duty of the valve that holds a pressure, by speed and the pressure wanted.',
      usual: '0 % at what the spring holds, more above it.',
      changes: 'How near the target boost comes before anything regulates.',
    },
  },
} as const satisfies Record<string, MapEntry>;
