import { conversionContext, curveOf, faultBandOf, thermistorOf } from '../../calibration';
import { LOST_BIT, SENSORS_LOST, type ChannelId } from '../../channel';
import { choiceEdit, type Edit, quantityEdit } from '../../checks';
import { INPUT_IDS, INPUTS } from '../../sensors';
import { formatNumber } from '../../units';
import { captured, chosen, step, typed } from '../answers';
import { altitudeAtKpa, curvesReading, deadThermistor, manifoldKind } from '../measure/sensors';
import type { Found, Outcome, Procedure, ProcedureAt, Step } from '../procedure';

/** Believed of a thermometer in the air, and of what has stood over night, K. */
const SAME_AIR_K = 3;
/** Believed of the air outside, by a barometer and by the altitude alone, kPa. */
const SAME_KPA = { typed: 1.5, byAltitude: 4 } as const;
/** A barometer and the altitude that was typed are the same within this, kPa. */
const ALTITUDE_KPA = 1;
const BATTERY_V = { flat: 11.8, rests: 13.2 } as const;
const CLOSED_PERCENT = 1.5;
const OIL_STANDS_KPA = 25;
/** Above this a pin with a pull-up is open, V: what a sensor of much resistance gives in a frost lies below. */
const BREAK_V = 4.96;
/** In free air a lambda sensor reads the lean end of its curve, this share of it at least. */
const LEAN_END_SHARE = 0.95;

const degrees = (value: number) => `${formatNumber(value, 0)} °C`;
const kpa = (value: number) => `${formatNumber(value, 1)} kPa`;

/** Every sensor against what it must read while nothing turns. */
export const sensors: Procedure = {
  id: 'sensors',
  title: 'Sensors, engine off',
  what: 'Each against what it must read.',
  minutes: 2,
  missing: () => null,
  steps,
  decide,
};

function isFitted({ program }: ProcedureAt, id: string): boolean {
  return program.inputs.some((input) => input.id === id);
}

function lambdas(at: ProcedureAt): ('lambdaOne' | 'lambdaTwo')[] {
  return (['lambdaOne', 'lambdaTwo'] as const).filter((id) => isFitted(at, id));
}

const STILL_CHANNELS = ['map', 'coolant', 'air', 'throttle', 'fuelPressure', 'oilPressure'] as const;

function steps(at: ProcedureAt): Step[] {
  const rest: ChannelId[] = STILL_CHANNELS.filter((id) => isFitted(at, id)).flatMap((id) => {
    const { channel, volts } = INPUTS[id];
    return [channel, volts];
  });
  const warm = lambdas(at);
  const lambda = step({
    id: 'lambda',
    title: 'Wait until the lambda sensors are warm',
    words: [
      'They heat from the moment the key is on; it takes up to half a minute.',
      'Cold and standing, the exhaust is full of air: both read as lean as they can.',
    ],
    shows: warm,
    expects: 'The lean end of their curve.',
    takes: { kind: 'capture', channels: warm, forS: 1.5, known: warm },
  });
  return [
    step({
      id: 'stood',
      title: 'Has it stood since yesterday?',
      words: ['An engine that is cold all through has coolant and air of one temperature.'],
      takes: {
        kind: 'choice',
        options: [
          { id: 'cold', label: 'Cold all through' },
          { id: 'warm', label: 'It ran today' },
        ],
      },
    }),
    step({
      id: 'outside',
      title: 'How warm is it here?',
      words: ['A thermometer beside the engine, in the shade.'],
      takes: {
        kind: 'number',
        label: 'The thermometer reads',
        quantity: 'temperature',
        unit: 'degC',
        min: -50,
        max: 60,
        decimals: 1,
        instrument: { id: 'thermometer', place: 0 },
        without: 'Coolant and air are compared with each other only.',
      },
    }),
    step({
      id: 'barometer',
      title: 'How high stands the barometer?',
      words: ['The pressure at this place, not the one that is reported for sea level.'],
      takes: {
        kind: 'number',
        label: 'The barometer reads',
        quantity: 'pressureAbsolute',
        unit: 'kPaAbs',
        min: 50,
        max: 110,
        decimals: 1,
        instrument: { id: 'barometer', place: 0 },
        without: 'The altitude of the calibration stands in.',
      },
    }),
    step({
      id: 'rest',
      title: 'Leave everything alone',
      words: ['Key on, engine standing, nobody on the pedal.'],
      shows: ['manifoldPressure', 'coolant', 'air', 'throttle'],
      expects: 'Manifold as the air outside, coolant as the air when cold, throttle at 0 %.',
      takes: { kind: 'capture', channels: [...rest, 'battery', 'sensorsLost', 'sensorsHigh'], forS: 2 },
    }),
    ...(warm.length > 0 ? [lambda] : []),
  ];
}

function decide(at: ProcedureAt): Outcome {
  if (captured(at.answers, 'rest', 'battery') === null) return { found: [], remedy: null };
  const edits: Edit[] = [];
  const lost = lostSensors(at);
  const sound = (id: string) => isFitted(at, id) && !lost.ids.has(id);
  const found: Found[] = [
    ...lost.found,
    ...(sound('map') ? manifoldFound(at) : []),
    ...altitudeFound(at, edits),
    ...(['coolant', 'air'] as const).flatMap((id) => (sound(id) ? temperatureFound(at, id, edits) : [])),
    ...(sound('throttle') ? throttleFound(at) : []),
    ...(sound('oilPressure') ? oilFound(at) : []),
    ...lambdas(at).flatMap((id) => (lost.ids.has(id) ? [] : lambdaFound(at, id))),
    batteryFound(at),
  ];
  const remedy = edits.length === 0 ? null : { label: 'Take the sensors as they were measured', edits };
  return { found, remedy };
}

/** What a sensor is called where it is in fault. */
function nameOf(id: string): string {
  return SENSORS_LOST.find((sensor) => sensor.id === id)?.label ?? id;
}

/** Sensors in their fault band, or with a thermistor’s pin at one of its ends, each with what that means. */
function lostSensors(at: ProcedureAt): { readonly ids: ReadonlySet<string>; readonly found: Found[] } {
  const bits = (channel: 'sensorsLost' | 'sensorsHigh') =>
    Math.round(captured(at.answers, 'rest', channel)?.mean ?? 0);
  const lost = INPUT_IDS.filter((id) => isFitted(at, id)).flatMap((id) => {
    const bit = (LOST_BIT as Readonly<Record<string, number>>)[id] ?? 0;
    const isLost = (bits('sensorsLost') & bit) !== 0;
    const end = isLost ? ((bits('sensorsHigh') & bit) !== 0 ? 'high' : 'low') : thermistorEnd(at, id);
    // A sensor of more resistance reaches the band of a break in a frost, and is whole.
    const isWhole = end === 'high' && thermistorEnd(at, id) === null && isOtherCurve(at, id);
    return end === null || isWhole ? [] : [{ id, end }];
  });
  return {
    ids: new Set(lost.map(({ id }) => id)),
    found: lost.map(({ id, end }) => ({
      tone: 'error',
      text: `${nameOf(id)} is ${lostWords(id, end)}${voltsWords(at, id)}.`,
    })),
  };
}

function thermistorEnd(at: ProcedureAt, id: string): 'high' | 'low' | null {
  if (id !== 'coolant' && id !== 'air') return null;
  const thermistor = thermistorOf(at.document, id);
  const volts = captured(at.answers, 'rest', INPUTS[id].volts);
  const end = thermistor === null || volts === null ? null : deadThermistor(volts.mean, thermistor.pullUp);
  return end === null ? null : end === 'open' ? 'high' : 'low';
}

function isOtherCurve(at: ProcedureAt, id: string): boolean {
  return (id === 'coolant' || id === 'air') && fittingCurve(at, id) !== null;
}

function lostWords(id: string, end: 'high' | 'low'): string {
  const pulledUp = id === 'coolant' || id === 'air';
  if (end === 'low') return pulledUp ? 'shorted to ground' : 'unplugged, or shorted to ground';
  return pulledUp ? 'unplugged, or shorted to supply' : 'shorted to supply, or without ground';
}

function voltsWords(at: ProcedureAt, id: string): string {
  const info = INPUTS[id as keyof typeof INPUTS];
  const volts = 'volts' in info ? captured(at.answers, 'rest', info.volts) : null;
  return volts === null ? '' : `: ${formatNumber(volts.mean, 2)} V at its pin`;
}

function outsideKpa(at: ProcedureAt): { readonly kpa: number; readonly isTyped: boolean } {
  const barometer = typed(at.answers, 'barometer');
  return barometer === null
    ? { kpa: conversionContext(at.document).barometricKpa, isTyped: false }
    : { kpa: barometer, isTyped: true };
}

function manifoldFound(at: ProcedureAt): Found[] {
  const read = captured(at.answers, 'rest', 'manifoldPressure');
  if (read === null) return [];
  const { kpa: outside, isTyped } = outsideKpa(at);
  const by = isTyped ? 'the barometer' : 'the altitude';
  const kind = manifoldKind(read.mean, outside, isTyped ? SAME_KPA.typed : SAME_KPA.byAltitude);
  const numbers = `Manifold pressure reads ${kpa(read.mean)}, and ${by} says ${kpa(outside)}`;
  if (kind === 'right') return [{ tone: 'good', text: `${numbers}.` }];
  const why =
    kind === 'gauge'
      ? 'it is built against the air outside, and read as absolute'
      : 'its curve is of another sensor, or its two points were typed for another supply';
  return [{ tone: 'error', text: `${numbers}: ${why}.` }];
}

/** The altitude of the calibration against the barometer: pressures that were typed against the air outside hang on it. */
function altitudeFound(at: ProcedureAt, edits: Edit[]): Found[] {
  const { kpa: outside, isTyped } = outsideKpa(at);
  const typedKpa = conversionContext(at.document).barometricKpa;
  if (!isTyped || Math.abs(outside - typedKpa) <= ALTITUDE_KPA) return [];
  edits.push(quantityEdit(at.document, 'engine.altitude', Math.round(altitudeAtKpa(outside))));
  const text = `The barometer says ${kpa(outside)}, and the altitude that was typed is worth ${kpa(typedKpa)}.`;
  return [{ tone: 'warning', text }];
}

function temperatureFound(at: ProcedureAt, id: 'coolant' | 'air', edits: Edit[]): Found[] {
  const read = captured(at.answers, 'rest', id);
  if (read === null) return [];
  const label = nameOf(id);
  const isCold = chosen(at.answers, 'stood') === 'cold';
  const other = captured(at.answers, 'rest', id === 'coolant' ? 'air' : 'coolant');
  const outside = typed(at.answers, 'outside');
  const wanted = outside ?? other?.mean ?? null;
  if (!isCold || wanted === null) {
    return [
      { tone: 'plain', text: `${label} reads ${degrees(read.mean)}: it tells more when cold all through.` },
    ];
  }
  if (Math.abs(read.mean - wanted) <= SAME_AIR_K) {
    return [{ tone: 'good', text: `${label} reads ${degrees(read.mean)}, as the air about it.` }];
  }
  const off = `${label} reads ${degrees(read.mean)} at ${degrees(wanted)}`;
  if (outside === null) {
    const text = `${off} of the other sensor: one of the two has another curve. A thermometer tells which.`;
    return [{ tone: 'error', text }];
  }
  return [otherCurve(at, id, off, outside, edits)];
}

/** The generic curve that reads the air outside of what a sensor gives; null where none does, or there is nothing to compare. */
function fittingCurve({ document, answers }: ProcedureAt, id: 'coolant' | 'air') {
  const outside = typed(answers, 'outside');
  const volts = captured(answers, 'rest', INPUTS[id].volts);
  const thermistor = thermistorOf(document, id);
  if (outside === null || volts === null || thermistor === null || chosen(answers, 'stood') !== 'cold')
    return null;
  return curvesReading(volts.mean, thermistor.pullUp, outside)[0] ?? null;
}

/** A temperature that is wrong: the curve of which sensor would read it right. */
function otherCurve(
  at: ProcedureAt,
  id: 'coolant' | 'air',
  off: string,
  outside: number,
  edits: Edit[],
): Found {
  const { document } = at;
  const best = fittingCurve(at, id);
  if (best === null) {
    const text = `${off}: wrong curve, and no usual one reads it right. Measure it in ice, in the hand and in boiling water.`;
    return { tone: 'error', text };
  }
  const path = (key: 'form' | 'nominal' | 'beta' | 'faultHigh') => `sensors.${id}.${key}` as const;
  edits.push(
    choiceEdit(path('form'), 'library'),
    quantityEdit(document, path('nominal'), best.ohm),
    quantityEdit(document, path('beta'), best.beta),
  );
  const band = faultBandOf(document, id);
  const volts = captured(at.answers, 'rest', INPUTS[id].volts)?.mean ?? 0;
  if (band !== null && volts > band.highV) edits.push(quantityEdit(document, path('faultHigh'), BREAK_V));
  return {
    tone: 'error',
    text: `${off}: wrong curve. One of ${best.label} would read ${degrees(best.readsC)}.`,
  };
}

function throttleFound(at: ProcedureAt): Found[] {
  const read = captured(at.answers, 'rest', 'throttle');
  if (read === null) return [];
  const percent = `${formatNumber(read.mean, 1)} %`;
  return read.mean <= CLOSED_PERCENT
    ? [{ tone: 'good', text: `The throttle reads ${percent} let go.` }]
    : [{ tone: 'error', text: `The throttle reads ${percent} let go: capture its range.` }];
}

function oilFound(at: ProcedureAt): Found[] {
  const read = captured(at.answers, 'rest', 'oilPressure');
  if (read === null) return [];
  const words = `Oil pressure reads ${kpa(read.mean)} with the engine standing`;
  return Math.abs(read.mean) <= OIL_STANDS_KPA
    ? [{ tone: 'good', text: `${words}.` }]
    : [{ tone: 'error', text: `${words}: its curve is of another sensor, or absolute is taken for gauge.` }];
}

function lambdaFound(at: ProcedureAt, id: 'lambdaOne' | 'lambdaTwo'): Found[] {
  const read = captured(at.answers, 'lambda', id);
  const points = curveOf(at.document, `sensors.${id}.points`);
  if (read === null || points === null) return [];
  const leanEnd = Math.max(...points.values);
  const words = `${nameOf(id)} reads ${formatNumber(read.mean, 2)} in free air`;
  return read.mean >= LEAN_END_SHARE * leanEnd
    ? [{ tone: 'good', text: `${words}, the lean end of its curve.` }]
    : [
        {
          tone: 'error',
          text: `${words}, and its curve ends at ${formatNumber(leanEnd, 2)}: another curve, exhaust gas that is still there, or a sensor that does not heat.`,
        },
      ];
}

function batteryFound(at: ProcedureAt): Found {
  const volts = captured(at.answers, 'rest', 'battery')?.mean ?? NaN;
  const words = `The battery has ${formatNumber(volts, 1)} V`;
  if (volts < BATTERY_V.flat) {
    return { tone: 'error', text: `${words}: charge it first, it will sag far while cranking.` };
  }
  return volts > BATTERY_V.rests
    ? { tone: 'plain', text: `${words}: a charger hangs on it.` }
    : { tone: 'good', text: `${words}.` };
}
