import { choiceField, quantityField, tableField, z } from '../field/schema';
import {
  fallbackField,
  faultFields,
  lambdaFaultFields,
  filterField,
  fittedField,
  linearFields,
  onFaultField,
} from './sensorFields';

const pressureHelp = {
  what: 'Pressure the sensor means at each voltage.',
  usual: 'Two points of the sheet: 0.5 V and 4.5 V at the ends of its range.',
  changes: 'The reading, in proportion. Mind gauge against absolute.',
};

const mapSensor = z.object({
  ...linearFields({
    value: 'Pressure',
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 0,
    max: 600,
    changeQuantity: 'pressureDifference',
    changeUnit: 'kPa',
    help: { ...pressureHelp, changes: 'Load, so all fuel and spark. Mind gauge against absolute.' },
  }),
  filter: filterField,
  ...faultFields,
  onFault: onFaultField,
  fallback: fallbackField('pressureAbsolute', 'kPaAbs', 10, 400, 'A little under barometric pressure.'),
});

const throttle = z.object({
  closedVolts: quantityField({
    label: 'Voltage, closed',
    quantity: 'voltage',
    unit: 'V',
    min: 0,
    max: 5,
    decimals: 2,
    required: true,
    help: {
      what: 'What the sensor gives with the throttle at its idle stop.',
      usual: '0.4 to 0.9 V; a falling sensor has the higher voltage here.',
      changes: 'What reads 0 %.',
    },
  }),
  openVolts: quantityField({
    label: 'Voltage, wide open',
    quantity: 'voltage',
    unit: 'V',
    min: 0,
    max: 5,
    decimals: 2,
    required: true,
    help: {
      what: 'What the sensor gives with the pedal pressed down to its stop.',
      usual: '3.8 to 4.5 V. Press the pedal, not the throttle.',
      changes: 'What reads 98 %: the rest is head-room to the fault.',
    },
  }),
  filter: filterField,
  ...faultFields,
  onFault: onFaultField,
  fallback: fallbackField('percentage', '%', 0, 100, '0 to 10 %, so that it idles home.'),
});

const thermistor = (fallbackUsual: string) =>
  z.object({
    form: choiceField({
      label: 'Calibration is given by',
      required: true,
      options: [
        { id: 'resistance', label: 'Resistances' },
        { id: 'voltage', label: 'Voltages', hint: 'Measured at the pin' },
        { id: 'library', label: 'Nominal and B value' },
      ],
      help: {
        what: 'How the sensor’s curve is known.',
        usual: 'Three or more points of the data sheet, spread from frost to boiling.',
        changes: 'Which of the fields below count; the others keep what was typed.',
      },
    }),
    resistances: tableField({
      label: 'Resistance against temperature',
      required: true,
      minRows: 3,
      maxRows: 40,
      columns: [
        { label: 'Temperature', quantity: 'temperature', unit: 'degC', min: -60, max: 250 },
        { label: 'Resistance', quantity: 'resistance', unit: 'ohm', min: 1, max: 5e6 },
      ],
      help: {
        what: 'Points of the sensor’s curve.',
        usual: 'Frost, a warm day and boiling water at least.',
        changes: 'The whole curve; a point off the curve bends it everywhere.',
      },
    }),
    voltages: tableField({
      label: 'Voltage against temperature',
      required: true,
      minRows: 3,
      maxRows: 40,
      columns: [
        { label: 'Temperature', quantity: 'temperature', unit: 'degC', min: -60, max: 250 },
        { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 0.01, max: 4.99 },
      ],
      help: {
        what: 'Voltages measured at the pin, with the pull-up below.',
        usual: 'In ice water, in the hand, in boiling water.',
        changes: 'The whole curve.',
      },
    }),
    nominal: quantityField({
      label: 'Resistance at 25 °C',
      quantity: 'resistance',
      unit: 'ohm',
      min: 50,
      max: 1e6,
      decimals: 0,
      required: true,
      help: { what: 'Nominal resistance of the sensor.', usual: '2 to 10 kΩ.', changes: 'The whole curve.' },
    }),
    beta: quantityField({
      label: 'B value',
      quantity: 'count',
      unit: '1',
      min: 2000,
      max: 5500,
      decimals: 0,
      required: true,
      help: {
        what: 'Steepness of the curve, K, from the sheet.',
        usual: '3400 to 4000 K.',
        changes: 'Readings far from 25 °C.',
      },
    }),
    pullUp: quantityField({
      label: 'Pull-up',
      quantity: 'resistance',
      unit: 'ohm',
      min: 100,
      max: 200000,
      decimals: 0,
      required: true,
      help: {
        what: 'Resistor from the pin to the 5 V reference, inside the engine computer.',
        usual: '1 to 3 kΩ; the engine computer’s sheet says.',
        changes: 'Every reading: with a wrong one a cold engine looks warm, or the reverse.',
      },
    }),
    filter: filterField,
    ...faultFields,
    onFault: onFaultField,
    fallback: fallbackField('temperature', 'degC', -40, 130, fallbackUsual),
  });

const lambda = z.object({
  fitted: fittedField,
  points: tableField({
    label: 'Lambda against voltage',
    required: true,
    minRows: 2,
    maxRows: 24,
    columns: [
      { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 0, max: 5 },
      { label: 'Lambda', quantity: 'lambda', unit: 'lambda', min: 0.4, max: 12 },
    ],
    help: {
      what: 'Lambda the controller means at each voltage.',
      usual: 'Two points of the controller’s sheet; a table where it is bent.',
      changes: 'Every corrected map cell.',
    },
  }),
  sees: choiceField({
    label: 'It sees',
    required: true,
    options: [
      { id: 'all', label: 'All cylinders' },
      { id: 'bankOne', label: 'Bank 1' },
      { id: 'bankTwo', label: 'Bank 2' },
      { id: 'cylinder', label: 'One cylinder' },
    ],
    help: {
      what: 'Which exhaust reaches this sensor.',
      usual: 'All, behind the collector; a bank each on a vee.',
      changes: 'Which cylinders a correction from it may touch.',
    },
  }),
  cylinder: quantityField({
    label: 'That cylinder',
    quantity: 'count',
    unit: '1',
    min: 1,
    max: 12,
    decimals: 0,
    whole: true,
    required: true,
    help: {
      what: 'Number of the cylinder it sees.',
      usual: 'Look where it is screwed in.',
      changes: 'Which cylinder a correction from it may touch.',
    },
  }),
  believedFrom: quantityField({
    label: 'Believed from',
    quantity: 'lambda',
    unit: 'lambda',
    min: 0.4,
    max: 3,
    decimals: 2,
    required: true,
    help: {
      what: 'A reading below is left out.',
      usual: '0.65: no engine runs richer for long.',
      changes: 'Whether a sensor that fails rich is still counted.',
    },
  }),
  believedTo: quantityField({
    label: 'Believed up to',
    quantity: 'lambda',
    unit: 'lambda',
    min: 0.4,
    max: 12,
    decimals: 2,
    required: true,
    help: {
      what: 'A reading above is left out.',
      usual: '1.4, so that overrun air and a dead sensor are not counted.',
      changes: 'Whether a sensor that fails lean is still counted.',
    },
  }),
  filter: filterField,
  ...lambdaFaultFields,
});

const lambdaUse = z.object({
  combination: choiceField({
    label: 'Several lambda sensors',
    required: true,
    options: [
      { id: 'first', label: 'The first believed' },
      { id: 'mean', label: 'Mean of all believed' },
      { id: 'perBank', label: 'Each its bank' },
      { id: 'perCylinder', label: 'Each its cylinder' },
    ],
    help: {
      what: 'How several sensors make one mixture.',
      usual: 'Each its bank on a vee, else the mean.',
      changes: 'Which cylinders closed loop and corrections move by which sensor.',
    },
  }),
});

const knock = z.object({
  fitted: fittedField,
  kind: choiceField({
    label: 'Kind of sensor',
    required: true,
    options: [
      { id: 'wideband', label: 'Wide band', hint: 'Flat over frequency' },
      { id: 'resonant', label: 'Resonant', hint: 'Made for one bore' },
    ],
    help: {
      what: 'Whether the sensor hears all frequencies alike or is tuned to one.',
      usual: 'Wide band, on most engines.',
      changes: 'Which band can be listened to.',
    },
  }),
  resonance: quantityField({
    label: 'Its frequency',
    quantity: 'frequency',
    unit: 'kHz',
    min: 3000,
    max: 20000,
    decimals: 0,
    required: true,
    help: {
      what: 'Frequency the sensor is tuned to.',
      usual: '5 to 8 kHz. It must be that of the bore.',
      changes: 'Whether knock of this engine is heard at all.',
    },
  }),
});

const gaugePressure = z.object({
  fitted: fittedField,
  ...linearFields({
    value: 'Pressure',
    quantity: 'pressureGauge',
    unit: 'kPaGauge',
    min: -110,
    max: 2000,
    changeQuantity: 'pressureDifference',
    changeUnit: 'kPa',
    help: pressureHelp,
  }),
  filter: filterField,
  ...faultFields,
  onFault: onFaultField,
  fallback: fallbackField('pressureGauge', 'kPaGauge', 0, 1500, 'What it holds when all is well.'),
});

const ethanol = z.object({
  fitted: fittedField,
  points: tableField({
    label: 'Ethanol content against frequency',
    required: true,
    minRows: 2,
    maxRows: 8,
    columns: [
      { label: 'Frequency', quantity: 'frequency', unit: 'Hz', min: 1, max: 5000 },
      { label: 'Ethanol', quantity: 'percentage', unit: '%', min: 0, max: 100 },
    ],
    help: {
      what: 'Content the sensor means at each frequency.',
      usual: '50 Hz for none, 150 Hz for pure.',
      changes: 'Stoichiometric ratio and blends.',
    },
  }),
  filter: filterField,
  faultBelow: quantityField({
    label: 'Fault below',
    quantity: 'frequency',
    unit: 'Hz',
    min: 0,
    max: 5000,
    decimals: 0,
    required: true,
    help: {
      what: 'A frequency below this is taken for a broken sensor.',
      usual: 'About 45 Hz for one that begins at 50 Hz.',
      changes: 'When the replacement value is used instead.',
    },
  }),
  faultAbove: quantityField({
    label: 'Fault above',
    quantity: 'frequency',
    unit: 'Hz',
    min: 0,
    max: 5000,
    decimals: 0,
    required: true,
    help: {
      what: 'A frequency above this is taken for a broken sensor or spoiled fuel.',
      usual: 'About 160 Hz for one that ends at 150 Hz.',
      changes: 'When the replacement value is used instead.',
    },
  }),
  onFault: onFaultField,
  fallback: fallbackField('percentage', '%', 0, 100, 'What is in the tank.'),
});

const vehicleSpeed = z.object({
  fitted: fittedField,
  pulses: quantityField({
    label: 'Pulses over distance',
    quantity: 'pulsesPerDistance',
    unit: '1/km',
    min: 100,
    max: 500000,
    decimals: 0,
    required: true,
    help: {
      what: 'Pulses the sensor gives over one kilometre or mile.',
      usual: 'Teeth on the wheel times its turns over the distance: 48 teeth on a 2.0 m tyre, 24 000.',
      changes: 'Speed, gear by speed, pit lane limit.',
    },
  }),
  filter: filterField,
});

const gear = z.object({
  fitted: fittedField,
  points: tableField({
    label: 'Voltage of each gear',
    required: true,
    minRows: 2,
    maxRows: 9,
    columns: [
      { label: 'Gear', quantity: 'count', unit: '1', min: -1, max: 8 },
      { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 0, max: 5 },
    ],
    help: {
      what: 'Voltage of the gearbox sensor in each gear; 0 is neutral, −1 reverse.',
      usual: 'Measured, gear by gear.',
      changes: 'Limits and trims by gear.',
    },
  }),
  filter: filterField,
  ...faultFields,
  onFault: onFaultField,
  fallback: fallbackField('count', '1', -1, 8, 'A middle gear, whose limits fit them all.'),
});

/** A switch at a pin with a pull-up, or a load cell: held past a voltage. */
const switchInput = (what: string, changes: string) =>
  z.object({
    fitted: fittedField,
    heldWhen: choiceField({
      label: 'It is held',
      required: true,
      options: [
        { id: 'below', label: 'Below the voltage', hint: 'A switch to ground' },
        { id: 'above', label: 'Above it', hint: 'A switch to supply, a load cell' },
      ],
      help: { what, usual: 'A switch to ground at a pin with a pull-up: below.', changes },
    }),
    threshold: quantityField({
      label: 'Voltage between',
      quantity: 'voltage',
      unit: 'V',
      min: 0.2,
      max: 4.8,
      decimals: 2,
      required: true,
      help: {
        what: 'Voltage that parts held from let go.',
        usual: '2.5 V for a switch; for a load cell a little past what a resting hand gives.',
        changes,
      },
    }),
  });

/** Every sensor of the document, by id. */
export const sensorsSchema = z.object({
  map: mapSensor,
  throttle,
  coolant: thermistor('80 °C: it runs, and a cold start floods rather than not firing.'),
  air: thermistor('20 °C, or what the season has.'),
  lambdaOne: lambda,
  lambdaTwo: lambda,
  lambdaUse,
  knock,
  knockTwo: knock,
  fuelPressure: gaugePressure,
  oilPressure: gaugePressure,
  ethanol,
  vehicleSpeed,
  gear,
  launchSwitch: switchInput('What the pin sees while launch is asked for.', 'When the launch limit acts.'),
  shiftSwitch: switchInput(
    'What the pin sees while a gear is being changed.',
    'When charges are cut for a gear.',
  ),
  retardSwitch: switchInput('What the pin sees while less spark is asked for.', 'When the spark is pulled.'),
});

/** The sensors of the calibration document. */
export type Sensors = z.infer<typeof sensorsSchema>;

export type SensorId = keyof Sensors;

/** The kind of input a sensor needs. */
export type SensorSignal = 'analogue' | 'temperature' | 'frequency' | 'knock' | 'switch';

/** A sensor as the sheet lists it. */
export interface SensorInfo {
  readonly id: SensorId;
  readonly label: string;
  /** Every engine has it; the others only when fitted. */
  readonly always: boolean;
  /** Null for what is no sensor by itself: how several are used together. */
  readonly signal: SensorSignal | null;
}

/** The sensors in the order of work. */
export const SENSOR_INFO: readonly SensorInfo[] = [
  { id: 'map', label: 'Manifold pressure', always: true, signal: 'analogue' },
  { id: 'throttle', label: 'Throttle position', always: true, signal: 'analogue' },
  { id: 'coolant', label: 'Coolant temperature', always: true, signal: 'temperature' },
  { id: 'air', label: 'Air temperature', always: true, signal: 'temperature' },
  { id: 'lambdaOne', label: 'Lambda 1', always: false, signal: 'analogue' },
  { id: 'lambdaTwo', label: 'Lambda 2', always: false, signal: 'analogue' },
  { id: 'lambdaUse', label: 'Use of the lambda sensors', always: false, signal: null },
  { id: 'knock', label: 'Knock', always: false, signal: 'knock' },
  { id: 'knockTwo', label: 'Knock 2', always: false, signal: 'knock' },
  { id: 'fuelPressure', label: 'Fuel pressure', always: false, signal: 'analogue' },
  { id: 'oilPressure', label: 'Oil pressure', always: false, signal: 'analogue' },
  { id: 'ethanol', label: 'Ethanol content', always: false, signal: 'frequency' },
  { id: 'vehicleSpeed', label: 'Vehicle speed', always: false, signal: 'frequency' },
  { id: 'gear', label: 'Gear', always: false, signal: 'analogue' },
  { id: 'launchSwitch', label: 'Launch switch', always: false, signal: 'switch' },
  { id: 'shiftSwitch', label: 'Shift switch or load cell', always: false, signal: 'switch' },
  { id: 'retardSwitch', label: 'Retard switch', always: false, signal: 'switch' },
];
