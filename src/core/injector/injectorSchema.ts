import * as z from 'zod';
import { choiceField, fieldRegistry, quantityField, sourceSchema } from '../field';

/** Most points a dead-time table holds. */
export const MAX_DEAD_TIME_POINTS = 16;

/** Limits of a dead-time point: volts, and ms after conversion. */
export const DEAD_TIME_LIMITS = { minVolts: 5, maxVolts: 20, minMs: 0.05, maxMs: 8 } as const;

const deadTimeField = z
  .object({
    unit: z.enum(['ms', 'us']),
    points: z
      .array(z.object({ volts: z.number().min(5).max(20), time: z.number().positive() }))
      .min(2)
      .max(MAX_DEAD_TIME_POINTS)
      .superRefine((points, context) => {
        points.forEach(({ volts }, i) => {
          const before = points[i - 1]?.volts;
          if (before !== undefined && volts <= before) {
            const message = `${volts} V does not increase after ${before} V`;
            context.addIssue({ code: 'custom', path: [i, 'volts'], message });
          }
        });
      }),
    source: sourceSchema,
  })
  .nullable();

deadTimeField.register(fieldRegistry, {
  kind: 'deadTime',
  label: 'Dead time',
  required: true,
  help: {
    what: 'Time from switching the injector on until it flows, less the time it stays open after switching off.',
    usual:
      '0.6 to 1.3 ms at 14 V; two to three times as much at 8 V. Take it for the pressure you really run.',
    changes:
      'Every opening, most of all the shortest: a wrong slope makes the idle mixture follow the alternator.',
  },
});

/** The injector set and the pressure it works at. */
export const injectorSchema = z.object({
  ratedFlow: quantityField({
    label: 'Rated flow',
    quantity: 'injectorFlow',
    unit: 'cm3/min',
    min: 0.5,
    max: 60,
    decimals: 3,
    required: true,
    help: {
      what: 'Static flow of one injector at its rated pressure, held open.',
      usual: '200 to 1000 cm³/min. 1 lb/h is about 10.1 cm³/min of petrol: mind the unit.',
      changes: 'Every opening, in proportion.',
    },
  }),
  ratedPressure: quantityField({
    label: 'Rated pressure',
    quantity: 'pressureDifference',
    unit: 'kPa',
    min: 100,
    max: 1200,
    decimals: 0,
    required: true,
    help: {
      what: 'Pressure across the injector at which the flow was rated.',
      usual: '300 kPa; older sheets 250 or 270, newer ones 400.',
      changes: 'Flow at your own pressure goes with the square root of the ratio.',
    },
  }),
  testDensity: quantityField({
    label: 'Fuel density of the rating',
    quantity: 'density',
    unit: 'g/cm3',
    min: 0.6,
    max: 1,
    decimals: 3,
    required: true,
    help: {
      what: 'Density of the fluid the flow was rated with.',
      usual: '0.684 g/cm³ for the usual bench fluid, 0.745 for petrol. The data sheet says.',
      changes:
        'Turns a volume rating into fuel mass: flow goes with the root of test density times fuel density.',
    },
  }),
  railPressure: quantityField({
    label: 'Real rail pressure',
    quantity: 'pressureGauge',
    unit: 'kPaGauge',
    min: 100,
    max: 1200,
    decimals: 0,
    required: true,
    help: {
      what: 'What the regulator really holds, on a gauge, engine off with the pump running.',
      usual: '300 to 400 kPa gauge. Measure it; regulators are seldom where the label says.',
      changes: 'Pressure across the injector, so flow and dead time.',
    },
  }),
  regulator: choiceField({
    label: 'Regulator',
    required: true,
    options: [
      { id: 'manifold', label: 'Follows the manifold', hint: 'Hose from regulator to manifold' },
      { id: 'fixed', label: 'Fixed', hint: 'Vented to the air, or in the tank' },
    ],
    help: {
      what: 'Whether the rail pressure follows manifold pressure.',
      usual: 'Follows the manifold with boost; fixed where the regulator sits in the tank.',
      changes: 'With a fixed one, pressure across the injector falls in boost and rises at idle.',
    },
  }),
  deadTime: deadTimeField,
});

/** The injector section of the calibration document. */
export type Injectors = z.infer<typeof injectorSchema>;

/** A dead-time table as typed. */
export type DeadTimeTable = NonNullable<Injectors['deadTime']>;

/** Whether rail pressure follows the manifold. */
export type Regulator = NonNullable<Injectors['regulator']>['value'];
