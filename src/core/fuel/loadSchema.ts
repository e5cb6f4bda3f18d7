import { choiceField, tableField, z } from '../field/schema';

/** How the air of a cylinder is found. */
export const LOAD_STRATEGIES = [
  'speedDensity',
  'throttle',
  'throttlePressure',
  'airMass',
  'pulseWidth',
] as const;

export type LoadStrategy = (typeof LOAD_STRATEGIES)[number];

/** What load is measured by. */
export const loadSchema = z.object({
  strategy: choiceField<LoadStrategy>({
    label: 'Load is measured by',
    required: true,
    options: [
      { id: 'speedDensity', label: 'Manifold pressure', hint: 'Speed-density' },
      { id: 'throttle', label: 'Throttle', hint: 'Alpha-N' },
      { id: 'throttlePressure', label: 'Throttle, with pressure', hint: 'Charged, individual throttles' },
      { id: 'airMass', label: 'Air-mass meter', hint: 'Measures the air itself' },
      { id: 'pulseWidth', label: 'Plain pulse width', hint: 'No model of the air' },
    ],
    help: {
      what: 'What the fuel computation takes as load.',
      usual:
        'Manifold pressure. Throttle where the pressure signal is too poor: individual throttles, very large cams.',
      changes: 'Which maps are used. The others are kept for the way back.',
    },
  }),
  meter: tableField({
    label: 'Air-mass meter',
    required: true,
    minRows: 2,
    maxRows: 32,
    columns: [
      { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 0, max: 5.5 },
      { label: 'Air', quantity: 'airFlow', unit: 'kg/h', min: 0, max: 1000 },
    ],
    help: {
      what: 'Air flow against the meter’s voltage, from its sheet.',
      usual: 'A curve that steepens: a few kg/h at 1 V, some hundreds at 4.5 V.',
      changes: 'All fuel, in proportion, where load is measured by the meter.',
    },
  }),
});

/** The load section of the calibration document. */
export type Load = z.infer<typeof loadSchema>;
