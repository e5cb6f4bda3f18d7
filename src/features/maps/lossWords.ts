import {
  baseValue,
  type Calibration,
  choiceAt,
  closesLoop,
  faultBandOf,
  type FieldPath,
  listensForKnock,
  protectionOf,
} from '@/core/calibration';
import type { GuardId } from '@/core/protection';
import { GUARDS } from '@/core/protection';
import { formatNumber, inSentence } from '@/core/units';
import type { Sentence } from '@/ui/layout';

/** Sensors whose failure is noticed by their voltage, in the order in which the engine hangs on them. */
const SENSORS = [
  { id: 'map', label: 'Manifold pressure', always: true },
  { id: 'throttle', label: 'Throttle', always: true },
  { id: 'coolant', label: 'Coolant', always: true },
  { id: 'air', label: 'Intake air', always: true },
  { id: 'fuelPressure', label: 'Fuel pressure', always: false },
  { id: 'oilPressure', label: 'Oil pressure', always: false },
  { id: 'lambdaOne', label: 'Lambda 1', always: false },
  { id: 'lambdaTwo', label: 'Lambda 2', always: false },
  { id: 'gear', label: 'Gear', always: false },
] as const;

type Lost = (typeof SENSORS)[number]['id'];

/** What happens when each sensor dies while the engine runs, a sentence each, before it happens. */
export function lossSentences(document: Calibration): Sentence[] {
  const told = SENSORS.flatMap(({ id, label, always }): Sentence[] => {
    if (!always && choiceAt(document, `sensors.${id}.fitted` as FieldPath) !== 'yes') return [];
    if (faultBandOf(document, id) === null) {
      return [
        { tone: 'warning', text: `${label}: nobody notices, it has no fault band. Set one under Sensors.` },
      ];
    }
    const blind = blindGuards(document, id);
    const also = blind.length === 0 ? '' : ` Blind meanwhile: the guard of ${blind.join(' and ')}.`;
    const { tone, text } = standIn(document, id);
    return [{ tone, text: `${label}: ${text}${also}` }];
  });
  return [...told, ...knockSentence(document)];
}

/** A knock sensor gives no voltage that could be too low: it is noticed by its silence, where knock is listened for. */
function knockSentence(document: Calibration): Sentence[] {
  const deg = baseValue(document, 'knock.lostRetard');
  if (!listensForKnock(document) || deg === null) return [];
  return [
    {
      tone: 'plain',
      text: `Knock: silent for a second, the spark of its cylinders is ${formatNumber(deg, 1)}° later.`,
    },
  ];
}

function standIn(document: Calibration, id: Lost): Sentence {
  const typed = (decimals: number, unit: string) => {
    const value = baseValue(document, `sensors.${id}.fallback` as FieldPath);
    return value === null ? 'nothing' : `${formatNumber(value, decimals)} ${unit}`;
  };
  const limitRpm = baseValue(document, 'sensorLoss.limit');
  const limit = limitRpm === null ? '' : `, limit ${formatNumber(limitRpm, 0)} rev/min`;
  const byThrottle =
    document.sensorLoss.pressure?.value === 'throttle' && document.maps.pressureThrottle !== null;
  const holds = choiceAt(document, `sensors.${id}.onFault` as FieldPath) === 'last';
  const fixed = (words: string) => (holds ? 'as it last was' : words);
  switch (id) {
    case 'map': {
      if (!byThrottle) {
        const text = `${fixed(`${typed(0, 'kPa abs')} is taken`)}, whatever the load${limit}. Fuel is right at one point only.`;
        return { tone: 'warning', text };
      }
      const richer = baseValue(document, 'sensorLoss.pressureRicher') ?? 0;
      return { tone: 'plain', text: `load by throttle, ${formatNumber(richer, 0)} % richer${limit}.` };
    }
    case 'throttle':
      return byThrottle
        ? { tone: 'plain', text: `told from pressure and speed${limit}.` }
        : { tone: 'plain', text: `${fixed(`${typed(0, '%')} is taken`)}${limit}.` };
    case 'coolant':
      return { tone: 'plain', text: `as it last was, warming up to ${typed(0, '°C')}.` };
    case 'air':
      return { tone: 'plain', text: `as it last was; ${typed(0, '°C')} if it never was read.` };
    case 'fuelPressure':
      return { tone: 'plain', text: `${fixed(`${typed(0, 'kPa gauge')} is taken`)}.` };
    case 'oilPressure':
      return { tone: 'plain', text: `${fixed(`${typed(0, 'kPa gauge')} is taken`)}.` };
    case 'lambdaOne':
    case 'lambdaTwo':
      return closesLoop(document)
        ? { tone: 'plain', text: 'open loop: its cylinders run by the map and by what was learned.' }
        : { tone: 'plain', text: 'nothing stands in; what is not measured is not judged.' };
    case 'gear':
      return { tone: 'plain', text: `${fixed(`${typed(0, '').trim()} is taken`)}.` };
  }
}

/** Guards that see nothing without a sensor. */
function blindGuards(document: Calibration, id: Lost): string[] {
  const needs: Partial<Record<Lost, readonly GuardId[]>> = {
    map: ['boost', 'fuelPressure'],
    coolant: ['coolant'],
    fuelPressure: ['fuelPressure'],
    oilPressure: ['oilPressure'],
  };
  const acting = protectionOf(document)?.guards.map((guard) => guard.id) ?? [];
  const blind = (needs[id] ?? []).filter((guard) => acting.includes(guard));
  return GUARDS.filter((guard) => blind.includes(guard.id)).map(({ label }) => inSentence(label));
}
