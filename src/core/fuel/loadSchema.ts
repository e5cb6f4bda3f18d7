import * as z from 'zod';
import { choiceField, quantityField, tableField } from '../field';

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

/** Blending of second maps by what the fuel is made of. */
export const blendSchema = z.object({
  use: choiceField({
    label: 'Second maps for another fuel',
    required: false,
    options: [
      { id: 'no', label: 'One fuel' },
      { id: 'yes', label: 'Blend by ethanol', hint: 'Needs a composition sensor' },
    ],
    help: {
      what: 'Whether a second set of maps is blended in by the ethanol the sensor reads.',
      usual: 'One fuel. Blend where the tank may hold anything between petrol and ethanol.',
      changes:
        'Filling, target, spark and start-up maps get a second one each, and a curve that says how much it counts.',
    },
  }),
});

/** Acceleration enrichment’s settings that are single numbers. */
export const accelerationSchema = z.object({
  threshold: quantityField({
    label: 'Acts above a throttle opening of',
    quantity: 'throttleRate',
    unit: '%/s',
    min: 0,
    max: 500,
    decimals: 0,
    required: false,
    help: {
      what: 'How fast the throttle must open before fuel is added.',
      usual: '15 to 30 %/s: above the noise of the sensor.',
      changes: 'Whether a trembling foot adds fuel.',
    },
  }),
  decay: quantityField({
    label: 'Fades within',
    quantity: 'count',
    unit: '1',
    min: 1,
    max: 60,
    decimals: 0,
    required: false,
    help: {
      what: 'Turns of the crank until the added fuel is gone.',
      usual: '6 to 12 turns.',
      changes: 'How long the mixture stays rich after the pedal moved.',
    },
  }),
});
