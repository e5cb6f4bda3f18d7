import {
  choiceField,
  EACH_ROW_HAS_SOURCE,
  eachRowHasSource,
  fieldRegistry,
  quantityField,
  tableField,
  tableSourcesShape,
  z,
} from '../field/schema';

/** Most points a dead-time table holds. */
export const MAX_DEAD_TIME_POINTS = 16;

/** Limits of a dead-time point: volts, and ms after conversion. */
export const DEAD_TIME_LIMITS = { minVolts: 5, maxVolts: 20, minMs: 0.05, maxMs: 8 } as const;

/** Most pressures a dead-time table holds. */
export const MAX_DEAD_TIME_PRESSURES = 8;

const increasing = (values: readonly number[], context: z.core.$RefinementCtx, path: string) =>
  values.forEach((value, i) => {
    const before = values[i - 1];
    if (before !== undefined && value <= before) {
      context.addIssue({
        code: 'custom',
        path: [path, i],
        message: `${value} does not increase after ${before}`,
      });
    }
  });

const deadTimeField = z
  .object({
    unit: z.enum(['ms', 'us']),
    pressureUnit: z.enum(['kPa', 'bar', 'psi']),
    /** Pressure across the injector of each column. */
    pressures: z.array(z.number().min(1).max(1500)).min(1).max(MAX_DEAD_TIME_PRESSURES),
    /** One entry a column; null where the sheet says nothing. */
    rows: z
      .array(z.object({ volts: z.number().min(5).max(20), times: z.array(z.number().positive().nullable()) }))
      .min(2)
      .max(MAX_DEAD_TIME_POINTS),
    ...tableSourcesShape,
  })
  .refine(eachRowHasSource, EACH_ROW_HAS_SOURCE)
  .superRefine(({ pressures, rows }, context) => {
    increasing(pressures, context, 'pressures');
    increasing(
      rows.map((row) => row.volts),
      context,
      'rows',
    );
    rows.forEach(({ times }, i) => {
      if (times.length !== pressures.length) {
        const message = `Row ${i + 1} has ${times.length} times for ${pressures.length} pressures`;
        context.addIssue({ code: 'custom', path: ['rows', i], message });
      }
    });
    const fullest = Math.max(
      ...pressures.map((_, k) => rows.filter(({ times }) => typeof times[k] === 'number').length),
    );
    if (fullest < 2) {
      context.addIssue({
        code: 'custom',
        path: ['rows'],
        message: 'One pressure needs times at two voltages at least',
      });
    }
  })
  .nullable()
  .default(null);

deadTimeField.register(fieldRegistry, {
  kind: 'deadTime',
  label: 'Dead time',
  sheet: 'dead-time',
  required: true,
  help: {
    what: 'Time from switching the injector on until it flows, less the time it stays open after switching off.',
    usual: '0.6 to 1.3 ms at 14 V; two to three times as much at 8 V; longer at more pressure.',
    changes:
      'Every opening, most of all the shortest: a wrong slope makes the idle mixture follow the alternator.',
    picture: 'deadTime',
  },
});

/** The injector set and the pressure it works at. */
export const injectorSchema = z.object({
  ratedFlow: quantityField({
    card: 'Rating',
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
  flowPoints: tableField({
    label: 'Flow at several pressures',
    required: false,
    minRows: 2,
    maxRows: 12,
    columns: [
      { label: 'Pressure', quantity: 'pressureDifference', unit: 'kPa', min: 50, max: 1500 },
      { label: 'Flow', quantity: 'injectorFlow', unit: 'cm3/min', min: 0.2, max: 80 },
    ],
    help: {
      what: 'Static flow measured at more than one pressure.',
      usual: 'Empty: flow then follows the square root of pressure from the rated one.',
      changes: 'Flow at your own pressure is taken between these points instead.',
    },
  }),
  railPressure: quantityField({
    card: 'Pressure',
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
      { id: 'measured', label: 'Measured', hint: 'By a fuel pressure sensor' },
    ],
    help: {
      what: 'Whether the rail pressure follows manifold pressure.',
      usual: 'Follows the manifold with boost; fixed where the regulator sits in the tank.',
      changes: 'With a fixed one, pressure across the injector falls in boost and rises at idle.',
      picture: 'regulator',
    },
  }),
  deadTime: deadTimeField,
  shortPulse: tableField({
    card: 'Short pulses',
    sheet: 'dead-time',
    label: 'Short-pulse correction',
    required: false,
    minRows: 2,
    maxRows: 24,
    columns: [
      { label: 'Net time', quantity: 'duration', unit: 'ms', min: 0, max: 10 },
      { label: 'Added', quantity: 'duration', unit: 'ms', min: -1, max: 1 },
    ],
    help: {
      what: 'Time to add to a short opening so that it gives the fuel its length says.',
      usual: 'Nothing above about 2 ms; some hundredths below. Empty when the sheet has none.',
      changes: 'The idle and overrun mixture of large injectors.',
    },
  }),
  leastPulse: quantityField({
    sheet: 'dead-time',
    label: 'Least repeatable net time',
    quantity: 'duration',
    unit: 'ms',
    min: 0.05,
    max: 3,
    decimals: 2,
    required: false,
    help: {
      what: 'Net opening below which the injector no longer gives the same fuel twice.',
      usual: '0.3 to 0.8 ms; the flow bench says.',
      changes: 'Whether this set can idle the engine.',
    },
  }),
  impedance: quantityField({
    card: 'Coil and driver',
    label: 'Coil resistance',
    quantity: 'resistance',
    unit: 'ohm',
    min: 0.3,
    max: 40,
    decimals: 1,
    required: true,
    help: {
      what: 'Resistance of the injector’s coil, measured cold.',
      usual: '11 to 16 Ω (high impedance) or 0.6 to 4 Ω (low impedance).',
      changes: 'The current through the driver: the wrong pair burns one of them.',
    },
  }),
  ballast: quantityField({
    label: 'Series resistor',
    quantity: 'resistance',
    unit: 'ohm',
    min: 0,
    max: 20,
    decimals: 1,
    required: false,
    help: {
      what: 'Resistor in the loom before each injector, if there is one.',
      usual: 'None, or 5 to 8 Ω with low-impedance injectors on a plain driver.',
      changes: 'Lowers the current; lengthens the dead time.',
    },
  }),
});

/** The injector section of the calibration document. */
export type Injectors = z.infer<typeof injectorSchema>;

/** A dead-time table as typed. */
export type DeadTimeTable = NonNullable<Injectors['deadTime']>;

/** Whether rail pressure follows the manifold. */
export type Regulator = NonNullable<Injectors['regulator']>['value'];
