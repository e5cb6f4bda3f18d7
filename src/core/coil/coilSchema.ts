import { choiceField, quantityField, tableField, z } from '../field/schema';

/** The ignition coils and how they are driven. */
export const coilSchema = z.object({
  mode: choiceField({
    card: 'Ignition',
    label: 'Ignition',
    required: true,
    options: [
      { id: 'individual', label: 'A coil a cylinder' },
      { id: 'wasted', label: 'Wasted spark', hint: 'A coil for two cylinders' },
      { id: 'distributor', label: 'Distributor', hint: 'One coil' },
    ],
    help: {
      what: 'Which coil serves which cylinders.',
      usual: 'A coil a cylinder with a cam signal, else wasted spark.',
      changes: 'How often each coil is charged, so the time there is for it.',
    },
  }),
  igniter: choiceField({
    label: 'Igniter',
    required: true,
    options: [
      { id: 'inside', label: 'With igniter', hint: 'Takes a logic signal' },
      { id: 'none', label: 'Plain coil', hint: 'The pin carries its current' },
    ],
    help: {
      what: 'Whether the coil, or a module before it, has its own power switch.',
      usual: 'With igniter: three or four wires. Plain coils have two.',
      changes: 'The kind of pin it may go to. The wrong one burns the coil or the driver.',
    },
  }),
  dwellBy: choiceField({
    card: 'Dwell',
    label: 'Dwell is given by',
    required: true,
    options: [
      { id: 'table', label: 'Table', hint: 'Over voltage' },
      { id: 'coil', label: 'Coil data', hint: 'Resistance and inductance' },
    ],
    help: {
      what: 'What charging time is taken from.',
      usual: 'The data sheet’s table; coil data where it has none.',
      changes: 'Which of the fields below count; the others keep what was typed.',
    },
  }),
  dwell: tableField({
    label: 'Dwell against voltage',
    required: true,
    minRows: 2,
    maxRows: 16,
    columns: [
      { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 5, max: 20 },
      { label: 'Dwell', quantity: 'duration', unit: 'ms', min: 0.3, max: 25 },
    ],
    help: {
      what: 'Time the coil is charged before each spark.',
      usual: '2 to 4 ms at 14 V; twice as much at 9 V.',
      changes: 'Spark energy, and the heat in the coil.',
    },
  }),
  dwellBySpeed: tableField({
    label: 'Share of dwell against speed',
    required: false,
    minRows: 2,
    maxRows: 16,
    columns: [
      { label: 'Speed', quantity: 'rotationalSpeed', unit: 'rev/min', min: 0, max: 20000 },
      { label: 'Share', quantity: 'percentage', unit: '%', min: 20, max: 150 },
    ],
    help: {
      what: 'Factor on the dwell, for sheets that list it by speed too.',
      usual: 'Empty: the same dwell at all speeds.',
      changes: 'Dwell at high speed, where there is little time for it.',
    },
  }),
  resistance: quantityField({
    label: 'Primary resistance',
    quantity: 'resistance',
    unit: 'ohm',
    min: 0.1,
    max: 10,
    decimals: 2,
    required: true,
    help: {
      what: 'Resistance of the coil’s primary winding, with its wires.',
      usual: '0.3 to 1 Ω.',
      changes: 'The current it can reach, and how long it takes.',
    },
  }),
  inductance: quantityField({
    label: 'Primary inductance',
    quantity: 'inductance',
    unit: 'mH',
    min: 0.2,
    max: 30,
    decimals: 2,
    required: true,
    help: {
      what: 'Inductance of the primary winding.',
      usual: 'From 2 to 6 mH.',
      changes: 'How fast current rises.',
    },
  }),
  wantedCurrent: quantityField({
    label: 'Current wanted',
    quantity: 'current',
    unit: 'A',
    min: 1,
    max: 30,
    decimals: 1,
    required: true,
    help: {
      what: 'Primary current at the moment of the spark.',
      usual: '6 to 10 A; the coil’s sheet says.',
      changes: 'Dwell from coil data, and what the charge is judged by.',
    },
  }),
  sparkTime: quantityField({
    label: 'Spark time',
    quantity: 'duration',
    unit: 'ms',
    min: 0.2,
    max: 5,
    decimals: 1,
    required: true,
    help: {
      what: 'How long the spark burns, before the coil may be charged again.',
      usual: '1 to 1.5 ms.',
      changes: 'Time left for dwell at maximum speed.',
    },
  }),
});

/** The coil section of the calibration document. */
export type Coils = z.infer<typeof coilSchema>;

/** Which coil serves which cylinders. */
export type IgnitionMode = NonNullable<Coils['mode']>['value'];
