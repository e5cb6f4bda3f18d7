import { isJson, type Json, type Migration, sectionOf } from './migration';

/** Fields of version 2 by section: what version 1 did not know is empty. Kept as it was when version 2 was made. */
const NEW_SECTIONS: Readonly<Record<string, readonly string[]>> = {
  cams: [
    'statedLift',
    'intakeOpens',
    'intakeCloses',
    'exhaustOpens',
    'exhaustCloses',
    'intakeCentre',
    'intakeDuration',
    'exhaustCentre',
    'exhaustDuration',
  ],
  trigger: [
    'wheel',
    'teeth',
    'missingTeeth',
    'crankSensor',
    'crankEdge',
    'tdcOffset',
    'camSensor',
    'camEdge',
    'camTeeth',
    'camPosition',
    'camWindow',
  ],
  injection: ['mode', 'wiring', 'endOfInjection', 'transport'],
  staging: [
    'fitted',
    'ratedFlow',
    'ratedPressure',
    'deadTime',
    'leastPulse',
    'by',
    'beginsAt',
    'fullAt',
    'shareAtFull',
  ],
  coils: [
    'mode',
    'igniter',
    'dwellBy',
    'dwell',
    'dwellBySpeed',
    'resistance',
    'inductance',
    'wantedCurrent',
    'sparkTime',
  ],
};

const FAULT = ['faultLow', 'faultHigh'];
const REPLACED = ['onFault', 'fallback'];
const LINE = ['form', 'points', 'slope', 'offset', 'filter', ...FAULT, ...REPLACED];
const THERMISTOR = [
  'form',
  'resistances',
  'voltages',
  'nominal',
  'beta',
  'pullUp',
  'filter',
  ...FAULT,
  ...REPLACED,
];
const LAMBDA = ['fitted', 'points', 'sees', 'cylinder', 'believedFrom', 'believedTo', 'filter', ...FAULT];

const NEW_SENSORS: Readonly<Record<string, readonly string[]>> = {
  map: LINE,
  throttle: ['closedVolts', 'openVolts', 'filter', ...FAULT, ...REPLACED],
  coolant: THERMISTOR,
  air: THERMISTOR,
  lambdaOne: LAMBDA,
  lambdaTwo: LAMBDA,
  lambdaUse: ['combination'],
  knock: ['fitted', 'kind', 'resonance'],
  fuelPressure: ['fitted', ...LINE],
  oilPressure: ['fitted', ...LINE],
  ethanol: ['fitted', 'points', 'filter', 'faultBelow', 'faultAbove', ...REPLACED],
  vehicleSpeed: ['fitted', 'pulses', 'filter'],
  gear: ['fitted', 'points', 'filter', ...FAULT, ...REPLACED],
};

const KPA: Readonly<Record<string, number>> = { kPa: 1, bar: 100, psi: 6.894757293168361 };

const empty = (keys: readonly string[]): Json => Object.fromEntries(keys.map((key) => [key, null]));

/** Version 1 held engine, injectors, start-up and maps; its dead time had no pressure, and was that of the rating. */
export const toVersion2: Migration = {
  to: 2,
  change: 'Cams, trigger, pins, sensors, injection, staging, coils and outputs; dead time over pressure',
  up: (document) => {
    const engine = sectionOf(document, 'engine');
    const injectors = sectionOf(document, 'injectors');
    const sections = Object.fromEntries(Object.entries(NEW_SECTIONS).map(([id, keys]) => [id, empty(keys)]));
    return {
      ...document,
      engine: { ...engine, layout: null, bankTwo: null, spacing: null, firingAngles: null },
      ...sections,
      cams: { givenBy: 'events', ...sections['cams'] },
      pins: { ecu: null, assignments: [], confirmed: null },
      sensors: Object.fromEntries(Object.entries(NEW_SENSORS).map(([id, keys]) => [id, empty(keys)])),
      injectors: {
        ...injectors,
        flowPoints: null,
        shortPulse: null,
        leastPulse: null,
        impedance: null,
        ballast: null,
        deadTime: withPressure(injectors['deadTime'], injectors['ratedPressure']),
      },
      outputs: [],
    };
  },
};

function withPressure(deadTime: unknown, rated: unknown): unknown {
  if (!isJson(deadTime) || !Array.isArray(deadTime['points'])) return deadTime;
  const { unit, points, source } = deadTime as { unit: unknown; points: unknown[]; source: unknown };
  return {
    unit,
    pressureUnit: 'kPa',
    pressures: [isJson(rated) ? Number(rated['amount']) * (KPA[String(rated['unit'])] ?? 1) : 300],
    rows: points.map((point) => (isJson(point) ? { volts: point['volts'], times: [point['time']] } : point)),
    source,
  };
}
