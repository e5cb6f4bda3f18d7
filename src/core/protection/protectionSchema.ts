import type { FieldHelp } from '../field';
import { choiceField, quantityField, tableField, z } from '../field/schema';
import type { QuantityId, UnitId } from '../units';

/** What is done about it, from the least to the most. */
export const GUARD_ACTS = [
  { id: 'off', label: 'Nothing' },
  { id: 'warn', label: 'Warn', hint: 'Channel and lamp only' },
  { id: 'richer', label: 'Richer', hint: 'Cools and saves, if there is fuel' },
  { id: 'boost', label: 'Limit boost', hint: 'The boost valve rests: spring pressure alone' },
  { id: 'speed', label: 'Limit speed', hint: 'Enough to come home' },
  { id: 'cut', label: 'Cut all', hint: 'Stops the engine' },
] as const;

/** What every guard has: what it does, after how long, and for how long. */
const acts = (usual: { readonly act: string; readonly delay: string }) => ({
  act: choiceField({
    label: 'What is done',
    required: false,
    options: GUARD_ACTS,
    help: {
      what: 'What the engine computer does once this has lasted.',
      usual: usual.act,
      changes: 'Whether the driver is told, slowed or stopped.',
    },
  }),
  delay: quantityField({
    label: 'After',
    quantity: 'seconds',
    unit: 's',
    min: 0,
    max: 60,
    decimals: 1,
    required: true,
    help: {
      what: 'How long it must last before anything is done.',
      usual: usual.delay,
      changes: 'Whether a bend or a spike is taken for a failure.',
    },
  }),
  stays: choiceField({
    label: 'It stays',
    required: true,
    options: [
      { id: 'lasts', label: 'While it lasts' },
      { id: 'latched', label: 'Until key-off' },
    ],
    help: {
      what: 'Whether it lets go when all is well again.',
      usual: 'Until key-off for oil pressure and a lean engine, else while it lasts.',
      changes: 'Whether a driver can drive on without having looked.',
    },
  }),
  limit: quantityField({
    label: 'Speed limit then',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 1000,
    max: 20_000,
    decimals: 0,
    required: true,
    help: {
      what: 'The highest speed while it acts.',
      usual: '3000 to 4500 rev/min: enough to come home.',
      changes: 'What can still be broken.',
    },
  }),
  richer: quantityField({
    label: 'Richer by',
    quantity: 'percentage',
    unit: '%',
    min: 1,
    max: 30,
    decimals: 0,
    required: true,
    help: {
      what: 'How much more fuel while it acts.',
      usual: '5 to 12 % where there is head-room for it.',
      changes: 'Heat of the charge, and power.',
    },
  }),
});

const threshold = <Q extends QuantityId>(
  label: string,
  quantity: Q,
  unit: UnitId<Q>,
  range: { readonly min: number; readonly max: number; readonly decimals: number },
  help: FieldHelp,
) => quantityField<Q>({ label, quantity, unit, ...range, required: true, help });

/** Guards of what keeps the engine whole. */
export const protectionSchema = z.object({
  oilPressure: z.object({
    ...acts({ act: 'Limit speed, or cut on a dry sump.', delay: '0.5 to 1 s: longer than a bend.' }),
    least: tableField({
      label: 'Least oil pressure by speed',
      required: true,
      minRows: 2,
      maxRows: 8,
      columns: [
        { label: 'Speed', quantity: 'rotationalSpeed', unit: 'rev/min', min: 0, max: 20_000 },
        { label: 'Pressure', quantity: 'pressureGauge', unit: 'kPaGauge', min: 0, max: 1000 },
      ],
      help: {
        what: 'Gauge pressure below which the oil fails, at each speed.',
        usual: 'About 70 kPa for every 1000 rev/min, less a third.',
        changes: 'When it acts: an idle that is let through would be far too little at full speed.',
      },
    }),
  }),
  fuelPressure: z.object({
    ...acts({ act: 'Limit speed: a lean engine under load breaks first.', delay: '0.3 to 0.5 s.' }),
    shortBy: threshold(
      'Short of demand by',
      'pressureDifference',
      'kPa',
      { min: 5, max: 500, decimals: 0 },
      {
        what: 'How far the rail may fall below what the regulator should hold.',
        usual: '40 to 60 kPa: over a tenth of it.',
        changes: 'When a weak pump, a blocked filter or an empty tank is noticed.',
      },
    ),
  }),
  coolant: z.object({
    ...acts({ act: 'Limit speed.', delay: '2 to 5 s: it moves slowly.' }),
    above: threshold(
      'Above',
      'temperature',
      'degC',
      { min: 60, max: 150, decimals: 0 },
      {
        what: 'Coolant temperature that is too hot.',
        usual: '108 to 115 °C with a pressure cap.',
        changes: 'How near boiling it may come.',
      },
    ),
  }),
  oil: z.object({
    ...acts({ act: 'Limit speed.', delay: '2 to 5 s: it moves slowly.' }),
    above: threshold(
      'Above',
      'temperature',
      'degC',
      { min: 80, max: 180, decimals: 0 },
      {
        what: 'Oil temperature that is too hot.',
        usual: '130 to 140 °C.',
        changes: 'How thin the oil may become.',
      },
    ),
  }),
  lean: z.object({
    ...acts({ act: 'Cut, or limit speed.', delay: '0.3 to 0.8 s: longer than the exhaust takes to arrive.' }),
    leanerBy: threshold(
      'Leaner than the target by',
      'percentage',
      '%',
      { min: 3, max: 50, decimals: 0 },
      {
        what: 'Measured lambda over its target.',
        usual: '8 to 12 % over the target.',
        changes: 'How lean it may be under load before something is done.',
      },
    ),
    aboveThrottle: threshold(
      'With throttle above',
      'percentage',
      '%',
      { min: 10, max: 95, decimals: 0 },
      {
        what: 'Throttle from which it counts as load.',
        usual: '50 to 70 %.',
        changes: 'Whether part load is watched too.',
      },
    ),
  }),
  boost: z.object({
    ...acts({ act: 'Cut: boost that runs away does damage in a second.', delay: '0.1 to 0.3 s.' }),
    above: threshold(
      'Above',
      'pressureAbsolute',
      'kPaAbs',
      { min: 80, max: 500, decimals: 0 },
      {
        what: 'Manifold pressure that the engine must never see.',
        usual: '10 to 15 kPa above the most it is meant to have.',
        changes: 'When a stuck wastegate or bypass is noticed.',
      },
    ),
  }),
  battery: z.object({
    ...acts({
      act: 'Warn: it lasts for some minutes yet.',
      delay: '3 to 5 s: longer than a fan takes to start.',
    }),
    below: threshold(
      'Below',
      'voltage',
      'V',
      { min: 8, max: 13.5, decimals: 1 },
      {
        what: 'Voltage at which nothing charges any more.',
        usual: '11.5 to 12 V with the engine running.',
        changes: 'How early a dead alternator is noticed.',
      },
    ),
  }),
});

/** What is done when a sensor fails while the engine runs. */
export const sensorLossSchema = z.object({
  pressure: choiceField({
    label: 'Without manifold pressure',
    required: false,
    options: [
      { id: 'fixed', label: 'Its fixed value', hint: 'What stands in under Sensors' },
      { id: 'throttle', label: 'Load by throttle', hint: 'From the map of pressure by throttle' },
    ],
    help: {
      what: 'What load is taken for while the pressure sensor is in fault.',
      usual: 'Load by throttle: a fixed pressure is right at one point only.',
      changes: 'Whether the car can be driven home.',
    },
  }),
  pressureRicher: quantityField({
    label: 'Richer meanwhile, by',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 20,
    decimals: 0,
    required: true,
    help: {
      what: 'How much the pressure that stands in is raised, and fuel with it.',
      usual: '5 to 10 %: a guess must not be lean.',
      changes: 'How far on the safe side load by throttle is.',
    },
  }),
  limit: quantityField({
    label: 'Speed limit without pressure or throttle',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 1000,
    max: 20_000,
    decimals: 0,
    required: false,
    help: {
      what: 'The highest speed while one of the two is in fault. Empty for none.',
      usual: '4000 to 5000 rev/min.',
      changes: 'What a driver can still do to an engine that guesses its load.',
    },
  }),
});

/** The protection of the calibration document. */
export type Protection = z.infer<typeof protectionSchema>;
