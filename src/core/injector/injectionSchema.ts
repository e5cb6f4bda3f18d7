import { choiceField, quantityField, tableField, z } from '../field/schema';
import { CYCLE_DEG } from '../units';

/** How injections are timed and wired. */
export const injectionSchema = z.object({
  mode: choiceField({
    card: 'Mode',
    label: 'Injection',
    required: true,
    options: [
      { id: 'sequential', label: 'Sequential', hint: 'Each by its own cylinder' },
      { id: 'semiSequential', label: 'Semi-sequential', hint: 'By pairs, each turn' },
      { id: 'batch', label: 'Batch', hint: 'All at once, each turn' },
    ],
    help: {
      what: 'When injectors open in the cycle.',
      usual: 'Sequential with a cam signal, else semi-sequential.',
      changes: 'How often dead time is paid in a cycle, and whether the spray can miss the overlap.',
    },
  }),
  wiring: choiceField({
    label: 'Injector wiring',
    required: true,
    options: [
      { id: 'individual', label: 'One driver each' },
      { id: 'pairs', label: 'In pairs', hint: 'Two on one driver' },
    ],
    help: {
      what: 'Whether each injector has a driver of its own.',
      usual: 'One each. In pairs where there are too few drivers.',
      changes: 'Which modes are possible, and the current of each driver.',
    },
  }),
  endOfInjection: quantityField({
    card: 'Angle',
    label: 'End of injection',
    quantity: 'angle',
    unit: 'deg',
    min: 0,
    max: CYCLE_DEG,
    decimals: 0,
    required: true,
    help: {
      what: 'Crank angle before firing TDC at which the end of the spray reaches the valve.',
      usual: 'About where the intake opens: 360 to 420°.',
      changes: 'How much is blown through in the overlap; idle quality and emissions.',
    },
  }),
  transport: quantityField({
    label: 'Spray transport',
    quantity: 'duration',
    unit: 'ms',
    min: 0,
    max: 20,
    decimals: 1,
    required: true,
    help: {
      what: 'Time the spray takes from the nozzle to the valve.',
      usual: 'Distance over 20 m/s or so: 100 mm is 5 ms.',
      changes: 'How much earlier the injector closes, in degrees growing with speed.',
    },
  }),
});

const percent = (label: string, usual: string, min: number, max: number) =>
  quantityField({
    label,
    quantity: 'percentage',
    unit: '%',
    min,
    max,
    decimals: 0,
    required: true,
    help: { what: 'Where the second set’s part begins or ends.', usual, changes: 'Duty of both sets.' },
  });

/** A second injector set and its hand-over. */
export const stagingSchema = z.object({
  fitted: choiceField({
    card: 'Set and hand-over',
    label: 'Second injector set',
    required: true,
    options: [
      { id: 'no', label: 'One set' },
      { id: 'yes', label: 'Two sets' },
    ],
    help: {
      what: 'Whether each cylinder has a second injector.',
      usual: 'One set. Two where one cannot both idle and feed full power.',
      changes: 'Injector drivers needed, and duty at full power.',
    },
  }),
  ratedFlow: quantityField({
    label: 'Rated flow, second set',
    quantity: 'injectorFlow',
    unit: 'cm3/min',
    min: 0.5,
    max: 60,
    decimals: 3,
    required: true,
    help: {
      what: 'Static flow of one injector of the second set at its rated pressure, with the same test fluid as the first.',
      usual: 'As large as the first or larger.',
      changes: 'How much the second set can add.',
    },
  }),
  ratedPressure: quantityField({
    label: 'Rated pressure, second set',
    quantity: 'pressureDifference',
    unit: 'kPa',
    min: 100,
    max: 1200,
    decimals: 0,
    required: true,
    help: {
      what: 'Pressure its flow was rated at.',
      usual: 'Often 300 kPa; the sheet says.',
      changes: 'Its flow at your pressure.',
    },
  }),
  deadTime: tableField({
    label: 'Dead time, second set',
    required: true,
    minRows: 2,
    maxRows: 16,
    columns: [
      { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 5, max: 20 },
      { label: 'Dead time', quantity: 'duration', unit: 'ms', min: 0.05, max: 8 },
    ],
    help: {
      what: 'Dead time of the second set.',
      usual: '0.6 to 1.3 ms at 14 V.',
      changes: 'How short it can open at the hand-over.',
    },
  }),
  leastPulse: quantityField({
    label: 'Least net time, second set',
    quantity: 'duration',
    unit: 'ms',
    min: 0.05,
    max: 3,
    decimals: 2,
    required: true,
    help: {
      what: 'Net opening below which the second set is left shut.',
      usual: '0.4 to 0.8 ms.',
      changes: 'Where it first opens; until then the first set gives all.',
    },
  }),
  by: choiceField({
    label: 'Hand-over by',
    required: true,
    options: [
      { id: 'demand', label: 'Demand', hint: 'Fuel in % of the most' },
      { id: 'duty', label: 'Duty', hint: 'Of the first set alone' },
    ],
    help: {
      what: 'What decides when the second set comes in.',
      usual: 'Duty where the first set is small; demand for smooth atomisation.',
      changes: 'Where in speed and load the second set works.',
    },
  }),
  beginsAt: percent('Begins at', '40 to 60 %.', 0, 95),
  fullAt: percent('Full share from', '70 to 90 %.', 5, 100),
  shareAtFull: percent('Its full share', 'Its part of the flow of both sets.', 5, 95),
});
