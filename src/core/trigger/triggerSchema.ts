import { choiceField, quantityField, z } from '../field/schema';
import { CYCLE_DEG } from '../units';

const SENSOR_OPTIONS = [
  { id: 'hall', label: 'Hall', hint: 'Three wires, square signal' },
  { id: 'variableReluctance', label: 'Variable reluctance', hint: 'Two wires, a coil' },
] as const;

const EDGE_OPTIONS = [
  { id: 'falling', label: 'Falling' },
  { id: 'rising', label: 'Rising' },
] as const;

const EDGE_HELP = {
  what: 'Which flank of the signal marks the tooth.',
  usual: 'Falling for variable reluctance: its steep flank. With hall, the flank the sheet gives.',
  changes: 'The wrong flank of a variable-reluctance signal wanders with speed: spark drifts.',
};

/** The crank wheel, the cam tooth, and their sensors. */
export const triggerSchema = z.object({
  wheel: choiceField({
    card: 'Crank wheel',
    label: 'Crank wheel',
    required: true,
    options: [
      { id: 'missing', label: 'Missing teeth', hint: 'A gap marks the place' },
      { id: 'even', label: 'Evenly spaced', hint: 'The cam marks the place' },
    ],
    help: {
      what: 'What the crank sensor looks at.',
      usual: 'A wheel with one or two teeth left out.',
      changes: 'How the engine computer finds out where the crank is.',
    },
  }),
  teeth: quantityField({
    label: 'Tooth places',
    quantity: 'count',
    unit: '1',
    min: 1,
    max: 360,
    decimals: 0,
    whole: true,
    required: true,
    help: {
      what: 'Places for teeth around the wheel, those left out included.',
      usual: '36 or 60 with a gap; 12 or 24 evenly spaced.',
      changes: 'Angle of one tooth, and how finely position is known between teeth.',
      picture: 'wheel',
    },
  }),
  missingTeeth: quantityField({
    label: 'Teeth left out',
    quantity: 'count',
    unit: '1',
    min: 1,
    max: 10,
    decimals: 0,
    whole: true,
    required: true,
    help: {
      what: 'How many neighbouring teeth are left out at the gap.',
      usual: '1 of 36, 2 of 60.',
      changes: 'How the gap is recognised.',
      picture: 'wheel',
    },
  }),
  crankSensor: choiceField({
    label: 'Crank sensor',
    required: true,
    options: SENSOR_OPTIONS,
    help: {
      what: 'The kind of sensor at the wheel.',
      usual: 'Variable reluctance on most engines as built; hall on many conversions.',
      changes: 'Which pin it may go to, and its wiring.',
    },
  }),
  crankEdge: choiceField({ label: 'Crank edge', required: true, options: EDGE_OPTIONS, help: EDGE_HELP }),
  tdcOffset: quantityField({
    label: 'First tooth to TDC',
    quantity: 'angle',
    unit: 'deg',
    min: 0,
    max: 360,
    decimals: 1,
    required: true,
    help: {
      what: 'Crank angle from the first tooth after the gap to TDC of cylinder 1. On an even wheel: from the first tooth after the cam pulse.',
      usual: '60 to 120°. Confirm it with a strobe before first fire.',
      changes: 'Every spark and every injection, by as much as it is wrong.',
      picture: 'wheel',
    },
  }),
  sensorDelay: quantityField({
    label: 'Sensor delay',
    quantity: 'duration',
    unit: 'us',
    min: -500,
    max: 500,
    decimals: 0,
    required: false,
    help: {
      what: 'How late the edge of a tooth arrives: sensor, its filter and the input.',
      usual: '0 to 150 µs. A strobe at low and at high speed tells it from the offset.',
      changes: 'Spark at speed: 100 µs are 3.6° at 6,000 rev/min, and nothing while cranking.',
    },
  }),
  camSensor: choiceField({
    card: 'Cam',
    label: 'Cam sensor',
    required: true,
    options: [{ id: 'none', label: 'None' }, ...SENSOR_OPTIONS],
    help: {
      what: 'The kind of sensor at the camshaft, if there is one.',
      usual: 'Hall, one tooth.',
      changes:
        'Without it the two turns of a cycle look the same: no sequential injection, no individual coils.',
    },
  }),
  camEdge: choiceField({ label: 'Cam edge', required: true, options: EDGE_OPTIONS, help: EDGE_HELP }),
  camTeeth: quantityField({
    label: 'Cam teeth',
    quantity: 'count',
    unit: '1',
    min: 1,
    max: 12,
    decimals: 0,
    whole: true,
    required: true,
    help: {
      what: 'Teeth on the cam wheel, evenly spaced.',
      usual: '1. An even number cannot tell the two turns apart.',
      changes: 'Whether the cycle is known, and the crank teeth counted between cam pulses.',
    },
  }),
  camPosition: quantityField({
    label: 'Cam tooth before firing TDC',
    quantity: 'angle',
    unit: 'deg',
    min: 0,
    max: CYCLE_DEG,
    decimals: 0,
    required: true,
    help: {
      what: 'Crank angle from the cam pulse to the firing TDC of cylinder 1.',
      usual: 'Anywhere that is clear of the gap by some teeth.',
      changes: 'Which of the two turns is taken for the firing one.',
    },
  }),
  camWindow: quantityField({
    label: 'Cam window',
    quantity: 'angle',
    unit: 'deg',
    min: 2,
    max: 350,
    decimals: 0,
    required: true,
    help: {
      what: 'Crank angle, around its place, within which the cam pulse is believed.',
      usual: '20 to 60°; wider for a stretching belt or a moving cam.',
      changes: 'A pulse outside counts as an error. Too narrow loses sync, too wide believes noise.',
    },
  }),
});

/** The trigger section of the calibration document. */
export type Trigger = z.infer<typeof triggerSchema>;
