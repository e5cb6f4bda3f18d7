import { MANIFOLD_PRESSURE_AXIS, SPEED_AXIS, type MapDefinition } from '../map';

export const veMap: MapDefinition = {
  id: 've',
  label: 'Volumetric efficiency',
  unit: '%',
  min: 5,
  max: 180,
  decimals: 1,
  step: 0.5,
  x: SPEED_AXIS,
  y: MANIFOLD_PRESSURE_AXIS,
  help: {
    what: 'Share of the swept volume that fills, at the density in the manifold.',
    usual: '30 to 60 % at idle, 85 to 105 % at peak torque without boost.',
    changes: 'Fuel at that speed and pressure, in proportion.',
  },
};

export const lambdaMap: MapDefinition = {
  id: 'lambda',
  label: 'Lambda target',
  unit: '',
  min: 0.5,
  max: 1.4,
  decimals: 3,
  step: 0.01,
  x: SPEED_AXIS,
  y: MANIFOLD_PRESSURE_AXIS,
  help: {
    what: 'Mixture wanted: air over the air that burns the fuel completely. Below 1 is rich.',
    usual: '0.95 to 1.0 at idle, 1.0 at cruise, 0.87 to 0.89 at full load, 0.84 to 0.76 in boost.',
    changes: 'Fuel by itself, because the model divides by it.',
  },
};
