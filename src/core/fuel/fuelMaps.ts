import { AXES, type MapDefinition } from '../map';

export const veMap: MapDefinition = {
  id: 've',
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

export const lambdaMap: MapDefinition = {
  id: 'lambda',
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

export const veThrottleMap: MapDefinition = {
  ...veMap,
  id: 'veThrottle',
  label: 'Volumetric efficiency by throttle',
  min: 1,
  max: 400,
  y: AXES.throttle,
  help: {
    what: 'Share of the swept volume that fills, at barometric density, by throttle instead of manifold pressure.',
    usual: '5 to 20 % closed at idle, near the engine’s own efficiency wide open.',
    changes: 'Fuel at that speed and throttle, in proportion.',
  },
};

export const lambdaThrottleMap: MapDefinition = {
  ...lambdaMap,
  id: 'lambdaThrottle',
  label: 'Lambda target by throttle',
  y: AXES.throttle,
};

export const pulseMap: MapDefinition = {
  id: 'pulse',
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
};

export const accelerationMap: MapDefinition = {
  id: 'acceleration',
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
};

export const accelerationColdMap: MapDefinition = {
  id: 'accelerationCold',
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
};

const TRIM: Pick<MapDefinition, 'unit' | 'min' | 'max' | 'decimals' | 'step' | 'y' | 'fixedAxis'> = {
  unit: '%',
  min: -25,
  max: 25,
  decimals: 1,
  step: 0.5,
  y: null,
  fixedAxis: true,
};

export const fuelCylinderMap: MapDefinition = {
  ...TRIM,
  id: 'fuelCylinder',
  label: 'Fuel trim by cylinder',
  x: AXES.cylinder,
  help: {
    what: 'Fuel added to or taken from one cylinder.',
    usual: '0 until lambda or plugs of each cylinder were looked at, then within 5 %.',
    changes: 'That cylinder’s mixture alone.',
  },
};

export const fuelGearMap: MapDefinition = {
  ...TRIM,
  id: 'fuelGear',
  label: 'Fuel trim by gear',
  x: AXES.gear,
  help: {
    what: 'Fuel added or taken in one gear; 0 is neutral.',
    usual: '0, or 1 to 3 % in long gears where the engine stays at full load.',
    changes: 'All cylinders’ mixture in that gear.',
  },
};

/** How much of the second map counts, by what the fuel is made of. */
function blendMap(id: string, label: string, changes: string): MapDefinition {
  return {
    id,
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

export const blendFuelMap = blendMap(
  'blendFuel',
  'Blend of filling',
  'Which filling map the air is computed from.',
);
export const blendTargetMap = blendMap('blendTarget', 'Blend of targets', 'Which lambda target counts.');
export const blendSparkMap = blendMap('blendSpark', 'Blend of spark', 'Which spark map counts.');
export const blendStartMap = blendMap('blendStart', 'Blend of start-up', 'Which start-up curves count.');
