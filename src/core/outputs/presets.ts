import type { Source } from '../field';
import type { Condition, Output, OutputPurpose } from './outputSchema';

/** What a preset is fitted to. */
export interface PresetEngine {
  readonly cylinders: number;
  readonly torquePeakRpm: number;
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
      const pressure = rounded(
        engine.barometricKpa + 0.5 * Math.max(10, engine.maxManifoldKpa - engine.barometricKpa),
        5,
      );
      return {
        ...base,
        join: 'and',
        conditions: [
          condition('speed', 'above', rounded(engine.torquePeakRpm * 0.8, 100), 600),
          condition(
            'manifoldPressure',
            'above',
            pressure,
            rounded(pressure - engine.barometricKpa * 0.55, 5),
            2,
          ),
        ],
      };
    }
    case 'fan':
      return { ...base, raisesIdleRpm: 100, conditions: [condition('coolant', 'above', 94, 5, 5)] };
    case 'idleValve':
      return { ...base, conditions: [] };
    case 'tachometer':
      return { ...base, pulsesPerTurn: Math.max(0.5, engine.cylinders / 2), conditions: [] };
    case 'warningLamp':
      return {
        ...base,
        conditions: [condition('coolant', 'above', 108, 4), condition('oilPressure', 'below', 60, 30, 0, 0)],
      };
    case 'other':
      return { ...base, conditions: [condition('speed', 'above', 3000, 200)] };
  }
}
