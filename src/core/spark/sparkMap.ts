import { MANIFOLD_PRESSURE_AXIS, SPEED_AXIS, type MapDefinition } from '../map';

export const sparkMap: MapDefinition = {
  id: 'spark',
  label: 'Spark advance',
  unit: '° BTDC',
  min: -20,
  max: 60,
  decimals: 1,
  step: 0.5,
  x: SPEED_AXIS,
  y: MANIFOLD_PRESSURE_AXIS,
  help: {
    what: 'Crank degrees before top dead centre at which the spark falls.',
    usual: '8 to 15° at idle, 30 to 40° at cruise, 20 to 30° at full load, less with boost.',
    changes: 'Torque, exhaust heat, and how near knock is. Tune fuel first, with safe spark.',
  },
};
