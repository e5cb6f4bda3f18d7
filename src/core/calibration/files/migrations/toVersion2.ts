import { isJson, type Json, type Migration } from './migration';

/** Sections of version 2 that version 1 did not know: nothing is entered in them. Kept as it was when version 2 was made. */
const NEW_SECTIONS = ['trigger', 'injection', 'staging', 'coils'];

const NEW_SENSORS = [
  ...['map', 'throttle', 'coolant', 'air', 'lambdaOne', 'lambdaTwo', 'lambdaUse', 'knock'],
  ...['fuelPressure', 'oilPressure', 'ethanol', 'vehicleSpeed', 'gear'],
];

const KPA: Readonly<Record<string, number>> = { kPa: 1, bar: 100, psi: 6.894757293168361 };

const nothingIn = (ids: readonly string[]): Json => Object.fromEntries(ids.map((id) => [id, {}]));

/** Version 1 held engine, injectors, start-up and maps; its dead time had no pressure, and was that of the rating. */
export const toVersion2: Migration = {
  to: 2,
  change: 'Cams, trigger, pins, sensors, injection, staging, coils and outputs; dead time over pressure',
  up: (document) => ({
    ...document,
    ...nothingIn(NEW_SECTIONS),
    cams: { givenBy: 'events' },
    pins: { ecu: null, assignments: [], confirmed: null },
    sensors: nothingIn(NEW_SENSORS),
    outputs: [],
    injectors: withPressures(document['injectors']),
  }),
};

/** Left as it is where there is no such section, so that the schema names what is missing. */
function withPressures(injectors: unknown): unknown {
  if (!isJson(injectors)) return injectors;
  return { ...injectors, deadTime: withPressure(injectors['deadTime'], injectors['ratedPressure']) };
}

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
