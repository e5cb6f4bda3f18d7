import { AXES, type MapEntry } from '../map';

const spark: MapEntry = {
  group: 'spark',
  label: 'Spark advance',
  unit: '° BTDC',
  min: -20,
  max: 60,
  decimals: 1,
  step: 0.5,
  x: AXES.speed,
  y: AXES.manifoldPressure,
  help: {
    what: 'Crank degrees before top dead centre at which the spark falls.',
    usual: '8 to 15° at idle, 30 to 40° at cruise, 20 to 30° at full load, less with boost.',
    changes: 'Torque, exhaust heat, and how near knock is. Tune fuel first, with safe spark.',
  },
};

const CORRECTION: Pick<MapEntry, 'group' | 'unit' | 'min' | 'max' | 'decimals' | 'step' | 'y'> = {
  group: 'spark',
  unit: '°',
  min: -20,
  max: 15,
  decimals: 1,
  step: 0.5,
  y: null,
};

const TRIM: Pick<MapEntry, 'group' | 'unit' | 'min' | 'max' | 'decimals' | 'step' | 'y' | 'fixedAxis'> = {
  group: 'trims',
  unit: '°',
  min: -10,
  max: 10,
  decimals: 1,
  step: 0.5,
  y: null,
  fixedAxis: true,
};

/** The maps of spark, in the order of work. */
export const SPARK_MAPS = {
  spark,
  sparkThrottle: {
    ...spark,
    label: 'Spark advance by throttle',
    y: AXES.throttle,
  },
  sparkCoolant: {
    ...CORRECTION,
    label: 'Spark by coolant',
    x: AXES.coolant,
    help: {
      what: 'Degrees added to the spark map against coolant temperature.',
      usual: 'A few degrees more when cold, 0 at working temperature, less above 105 °C.',
      changes: 'Torque of a cold engine, and safety of an overheated one.',
    },
  },
  sparkAir: {
    ...CORRECTION,
    label: 'Spark by intake air',
    x: AXES.air,
    help: {
      what: 'Degrees added to the spark map against intake air temperature.',
      usual: '0 up to 30 °C, then 1° less for every 6 to 8 K.',
      changes: 'How near knock is with hot air. It works at every load.',
    },
  },
  sparkCylinder: {
    ...TRIM,
    label: 'Spark trim by cylinder',
    x: AXES.cylinder,
    help: {
      what: 'Degrees added to or taken from one cylinder’s spark.',
      usual: '0; 1 to 3° less for a cylinder that knocks first.',
      changes: 'That cylinder’s spark alone.',
    },
  },
  sparkGear: {
    ...TRIM,
    label: 'Spark trim by gear',
    x: AXES.gear,
    help: {
      what: 'Degrees added or taken in one gear; 0 is neutral.',
      usual: '0; 1 to 3° less in low gears where the tyres cannot use the torque.',
      changes: 'Torque in that gear.',
    },
  },
  sparkBoost: {
    ...CORRECTION,
    label: 'Spark by boost',
    x: AXES.manifoldPressure,
    help: {
      what: 'Degrees added to the spark map against manifold pressure, at every speed.',
      usual:
        '0: the spark map knows pressure already. A degree or two less above a pressure until fuel is proved.',
      changes: 'How near knock is with boost, in one curve.',
    },
  },
} as const satisfies Record<string, MapEntry>;
