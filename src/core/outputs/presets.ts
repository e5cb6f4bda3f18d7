import type { Source } from '../field';
import type { Condition, Output, OutputPurpose } from './outputSchema';

/** What a preset is fitted to. */
export interface PresetEngine {
  readonly cylinders: number;
  readonly torquePeakRpm: number;
  readonly maxSpeedRpm: number;
  readonly barometricKpa: number;
  readonly maxManifoldKpa: number;
}

/** What an output is called and does, before it is added. */
export const PURPOSE_TEXT: Readonly<
  Record<OutputPurpose, { readonly label: string; readonly what: string }>
> = {
  fuelPump: { label: 'Fuel pump', what: 'Primes for 3 s, then runs while the engine turns' },
  secondPump: { label: 'Second pump', what: 'On above a speed and a pressure' },
  fan: { label: 'Fan', what: 'On above a coolant temperature; raises idle' },
  idleValve: { label: 'Idle valve', what: 'Opened as the idle air map says' },
  tachometer: { label: 'Tachometer', what: 'Pulses with the engine' },
  warningLamp: { label: 'Warning lamp', what: 'Hot coolant or low oil pressure' },
  shiftLight: { label: 'Shift light', what: 'On a little below the speed limit' },
  boostValve: { label: 'Boost valve', what: 'Driven as boost control says' },
  mainRelay: { label: 'Main relay', what: 'Feeds injectors and coils while the key is on' },
  other: { label: 'Another output', what: 'Conditions of your own' },
};

const condition = (
  channel: Condition['channel'],
  comparison: Condition['comparison'],
  threshold: number,
  hysteresis: number,
  minOnS = 0,
  minOffS = 0,
): Condition => ({ channel, comparison, threshold, hysteresis, minOnS, minOffS });

const rounded = (value: number, to: number) => Math.round(value / to) * to;

/** What loads usually draw, A, and whether a relay is between; nothing for one that may be anything. */
const USUAL_LOAD: Readonly<Record<OutputPurpose, Pick<Output, 'currentA' | 'throughRelay'>>> = {
  fuelPump: { currentA: 9, throughRelay: true },
  secondPump: { currentA: 9, throughRelay: true },
  fan: { currentA: 18, throughRelay: true },
  idleValve: { currentA: 1.2, throughRelay: false },
  tachometer: { currentA: 0.02, throughRelay: false },
  warningLamp: { currentA: 0.2, throughRelay: false },
  shiftLight: { currentA: 0.2, throughRelay: false },
  boostValve: { currentA: 1, throughRelay: false },
  mainRelay: { currentA: 30, throughRelay: true },
  other: {},
};

/** An output made ready for a purpose, of the same parts as any other. */
export function presetOutput(
  purpose: OutputPurpose,
  id: string,
  engine: PresetEngine,
  source: Source,
): Output {
  const base = {
    id,
    name: PURPOSE_TEXT[purpose].label,
    purpose,
    join: 'or' as const,
    pulsesPerTurn: null,
    raisesIdleRpm: 0,
    ...USUAL_LOAD[purpose],
    source,
  };
  switch (purpose) {
    case 'fuelPump':
      return {
        ...base,
        conditions: [condition('sinceKeyOn', 'below', 3, 0), condition('speed', 'above', 60, 30, 0.5)],
      };
    case 'secondPump': {
      const kpa = secondPumpFromKpa(engine);
      const speed = Math.min(engine.torquePeakRpm * 0.8, engine.maxSpeedRpm * 0.6);
      return {
        ...base,
        join: 'and',
        conditions: [
          condition('speed', 'above', rounded(speed, 100), 600),
          condition(
            'manifoldPressure',
            'above',
            kpa,
            Math.max(5, rounded(kpa - engine.barometricKpa * 0.55, 5)),
            2,
          ),
        ],
      };
    }
    case 'fan':
      return { ...base, raisesIdleRpm: 100, conditions: [condition('coolant', 'above', 94, 5, 5)] };
    case 'idleValve':
    case 'boostValve':
    case 'mainRelay':
      return { ...base, conditions: [] };
    case 'tachometer':
      return { ...base, pulsesPerTurn: Math.max(0.5, engine.cylinders / 2), conditions: [] };
    case 'warningLamp':
      return {
        ...base,
        conditions: [condition('coolant', 'above', 108, 4), condition('oilPressure', 'below', 60, 30, 0, 0)],
      };
    case 'shiftLight':
      return {
        ...base,
        conditions: [condition('speed', 'above', rounded(engine.maxSpeedRpm - SHIFT_BEFORE_RPM, 50), 100)],
      };
    case 'other':
      return { ...base, conditions: [condition('speed', 'above', 3000, 200)] };
  }
}

/** So much below the highest speed a driver has time to shift, rev/min. */
const SHIFT_BEFORE_RPM = 400;

/** Boost from which an engine asks for a second pump by it, kPa. */
const BOOSTED_KPA = 10;

/** Pressure from which the second pump runs: half of the boost, or near the most that an engine without any reaches. */
function secondPumpFromKpa({ barometricKpa, maxManifoldKpa }: PresetEngine): number {
  const boostKpa = maxManifoldKpa - barometricKpa;
  return boostKpa < BOOSTED_KPA
    ? rounded(0.85 * maxManifoldKpa, 5)
    : Math.floor((barometricKpa + 0.5 * boostKpa) / 5) * 5;
}

/** A preset for a purpose, beside others: with an id and a name of its own. */
export function addedOutput(
  outputs: readonly Output[],
  purpose: OutputPurpose,
  engine: PresetEngine,
  source: Source,
): Output {
  const base = purpose.toLowerCase();
  const isTaken = (id: string) => outputs.some((other) => other.id === id);
  let count = 1;
  while (isTaken(count === 1 ? base : `${base}-${count}`)) count += 1;
  const output = presetOutput(purpose, count === 1 ? base : `${base}-${count}`, engine, source);
  // A second fan is “Fan 2”: two of one name could not be told apart in the loom.
  return count === 1 ? output : { ...output, name: `${output.name} ${count}` };
}
