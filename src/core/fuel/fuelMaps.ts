import { AXES, type MapEntry } from '../map';

const ve: MapEntry = {
  group: 'fuel',
  label: 'Volumetric efficiency',
  unit: '%',
  min: 5,
  max: 180,
  decimals: 1,
  step: 0.5,
  x: AXES.speed,
  y: AXES.manifoldPressure,
  help: {
    what: 'Share of the swept volume that fills, at the density in the manifold.',
    usual: '30 to 60 % at idle, 85 to 105 % at peak torque without boost.',
    changes: 'Fuel at that speed and pressure, in proportion.',
  },
};

const lambda: MapEntry = {
  group: 'fuel',
  label: 'Lambda target',
  holds: 'lambda',
  unit: '',
  min: 0.5,
  max: 1.4,
  decimals: 3,
  step: 0.01,
  x: AXES.speed,
  y: AXES.manifoldPressure,
  help: {
    what: 'Mixture wanted: air over the air that burns the fuel completely. Below 1 is rich.',
    usual: '0.95 to 1.0 at idle, 1.0 at cruise, 0.87 to 0.89 at full load, 0.84 to 0.76 in boost.',
    changes: 'Fuel by itself, because the model divides by it.',
  },
};

const TRIM: Pick<MapEntry, 'group' | 'unit' | 'min' | 'max' | 'decimals' | 'step' | 'y' | 'fixedAxis'> = {
  group: 'trims',
  unit: '%',
  min: -25,
  max: 25,
  decimals: 1,
  step: 0.5,
  y: null,
  fixedAxis: true,
};

/** How much of the second map counts, by what the fuel is made of. */
function blendCurve(label: string, changes: string): MapEntry {
  return {
    group: 'secondFuel',
    label,
    unit: '%',
    min: 0,
    max: 100,
    decimals: 0,
    step: 1,
    x: AXES.ethanol,
    y: null,
    help: {
      what: 'Share of the second map that counts, against the ethanol in the tank.',
      usual: '0 with none and 100 at the fuel the second map was made for, straight between.',
      changes,
    },
  };
}

/** The maps of fuel, in the order of work. */
export const FUEL_MAPS = {
  ve,
  veThrottle: {
    ...ve,
    label: 'Volumetric efficiency by throttle',
    min: 1,
    max: 400,
    y: AXES.throttle,
    help: {
      what: 'Share of the swept volume that fills, at barometric density, by throttle instead of manifold pressure.',
      usual: '5 to 20 % closed at idle, near the engine’s own efficiency wide open.',
      changes: 'Fuel at that speed and throttle, in proportion.',
    },
  },
  pulse: {
    group: 'fuel',
    label: 'Base pulse',
    unit: 'ms',
    min: 0,
    max: 60,
    decimals: 2,
    step: 0.05,
    x: AXES.speed,
    y: AXES.manifoldPressure,
    help: {
      what: 'Net time the injectors flow in a cycle, before enrichment and dead time.',
      usual: '1 to 2 ms at idle, 8 to 15 ms at full load.',
      changes: 'Fuel directly. A changed lambda target does not follow by itself: scale this map with it.',
    },
  },
  lambda,
  lambdaThrottle: {
    ...lambda,
    label: 'Lambda target by throttle',
    y: AXES.throttle,
  },
  acceleration: {
    group: 'acceleration',
    settings: { title: 'When it acts', section: 'acceleration' },
    label: 'Acceleration enrichment',
    unit: '%',
    min: 0,
    max: 300,
    decimals: 0,
    step: 1,
    x: AXES.throttleRate,
    y: null,
    help: {
      what: 'Fuel added while the throttle opens, by how fast it opens. It fades over the turns set with it.',
      usual: '0 below 20 %/s, 20 to 40 % at 300 %/s.',
      changes: 'The moment after the pedal moves: too little stumbles lean, too much bogs rich.',
    },
  },
  accelerationCold: {
    group: 'acceleration',
    settings: { title: 'When it acts', section: 'acceleration' },
    label: 'Acceleration enrichment, cold',
    unit: '×',
    min: 0,
    max: 5,
    decimals: 2,
    step: 0.05,
    x: AXES.coolant,
    y: null,
    help: {
      what: 'Factor on acceleration enrichment against coolant temperature.',
      usual: '1 at working temperature, about 2 at 0 °C: more fuel stays on a cold wall.',
      changes: 'Acceleration enrichment of a cold engine.',
    },
  },
  filmShare: {
    group: 'acceleration',
    settings: { title: 'When it acts', section: 'acceleration' },
    label: 'Fuel that wets the wall',
    unit: '%',
    min: 0,
    max: 85,
    decimals: 0,
    step: 1,
    x: AXES.coolant,
    y: null,
    help: {
      what: 'Share of injected fuel that stays on the port’s wall, against coolant temperature.',
      usual: '15 to 25 % hot, 50 % in hard frost.',
      changes: 'How much is added as the load rises, and taken as it falls.',
    },
  },
  filmTime: {
    group: 'acceleration',
    settings: { title: 'When it acts', section: 'acceleration' },
    label: 'Time the wall takes to dry',
    unit: 's',
    min: 0.05,
    max: 5,
    decimals: 2,
    step: 0.02,
    x: AXES.coolant,
    y: null,
    help: {
      what: 'Time in which two thirds of that fuel have left the wall again.',
      usual: '0.2 to 0.3 s hot, 0.7 s in hard frost.',
      changes: 'For how long fuel is added after the load has risen.',
    },
  },
  fuelCylinder: {
    ...TRIM,
    label: 'Fuel trim by cylinder',
    x: AXES.cylinder,
    help: {
      what: 'Fuel added to or taken from one cylinder.',
      usual: '0 until lambda or plugs of each cylinder were looked at, then within 5 %.',
      changes: 'That cylinder’s mixture alone.',
    },
  },
  fuelGear: {
    ...TRIM,
    label: 'Fuel trim by gear',
    x: AXES.gear,
    help: {
      what: 'Fuel added or taken in one gear; 0 is neutral.',
      usual: '0, or 1 to 3 % in long gears where the engine stays at full load.',
      changes: 'All cylinders’ mixture in that gear.',
    },
  },
  blendFuel: blendCurve('Blend of filling', 'Which filling map the air is computed from.'),
  blendTarget: blendCurve('Blend of targets', 'Which lambda target counts.'),
  blendSpark: blendCurve('Blend of spark', 'Which spark map counts.'),
  blendStart: blendCurve('Blend of start-up', 'Which start-up curves count.'),
} as const satisfies Record<string, MapEntry>;
