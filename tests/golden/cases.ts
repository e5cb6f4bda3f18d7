import { type Calibration, usedMaps } from '@/core/calibration';
import type { LoadStrategy } from '@/core/fuel';
import { generatedMap, strategySwitch, usualChoices } from '@/core/generators';
import { demo, TEST_DAY } from '../support/ventisca';

/** A start that was recorded before the core was laid anew. */
export interface GoldenCase {
  readonly name: string;
  readonly document: () => Calibration;
  readonly setup: { readonly coolantC: number; readonly batteryV: number; readonly seed: number };
}

type Demo = 'ventisca' | 'pardela';
const amount = (field: object | null, value: number) => Object.assign(field ?? {}, { amount: value });
const choose = (field: object | null, value: string) => Object.assign(field ?? {}, { value });

function switched(id: Demo, to: LoadStrategy): Calibration {
  return demo(id, (document) => {
    const { coming } = strategySwitch(document, to, usualChoices(document), TEST_DAY);
    for (const { mapId, converted } of coming) if (converted !== null) document.maps[mapId] = converted.after;
    if (document.load.strategy !== null) document.load.strategy.value = to;
    const source = { kind: 'dataSheet', date: TEST_DAY } as const;
    document.load.meter = {
      units: ['V', 'kg/h'],
      rows: [
        [0.5, 0],
        [5, 900],
      ],
      source,
    };
  });
}

function swapped(one: string, other: string): Calibration {
  return demo('ventisca', ({ pins }) => {
    const [a, b] = [one, other].map((id) => pins.assignments.find((entry) => entry.function === id));
    if (a === undefined || b === undefined) throw new RangeError(`${one} or ${other} has no pin`);
    [a.pin, b.pin] = [b.pin, a.pin];
  });
}

const corrected = () =>
  demo('ventisca', (document) => {
    const map = (values: number[]) => ({
      x: [-50, 150],
      y: [],
      values,
      sources: [{ kind: 'estimated' as const, date: TEST_DAY }],
      cellSources: [0, 0],
    });
    const shared = { enabled: true, x: 'coolant', y: null } as const;
    document.corrections = [
      {
        ...shared,
        id: 'fuel',
        name: 'Fuel',
        on: 'fuel',
        operation: 'multiply',
        activation: { channel: 'speed', comparison: 'above', threshold: 700, hysteresis: 200, delayS: 0.4 },
        map: map([1.1, 1]),
      },
      {
        ...shared,
        id: 'spark',
        name: 'Spark',
        on: 'spark',
        operation: 'add',
        activation: null,
        map: map([3, -1]),
      },
    ];
  });

const blended = () =>
  demo('ventisca', (document) => {
    choose(document.blend.use, 'yes');
    Object.assign(document.engine.fuel ?? {}, { value: 'ethanol60' });
    for (const id of usedMaps(document)) {
      const generated = generatedMap(document, id, usualChoices(document), TEST_DAY);
      if (generated.ok) document.maps[id] ??= generated.proposal.after;
    }
    document.standIn = 'described';
  });

const staged = () =>
  demo('ventisca', (document) => {
    const source = { kind: 'measured', date: TEST_DAY } as const;
    Object.assign(document.staging, {
      fitted: { value: 'yes', source },
      ratedFlow: { amount: 400, unit: 'cm3/min', source },
      ratedPressure: { amount: 300, unit: 'kPa', source },
      deadTime: {
        units: ['V', 'ms'],
        rows: [
          [8, 2.5],
          [14, 0.9],
        ],
        source,
      },
      leastPulse: { amount: 0.4, unit: 'ms', source },
      by: { value: 'demand', source },
      beginsAt: { amount: 10, unit: '%', source },
      fullAt: { amount: 60, unit: '%', source },
      shareAtFull: { amount: 50, unit: '%', source },
    });
  });

const at = (coolantC: number, seed = 1, batteryV = 12.6) => ({ coolantC, batteryV, seed });
const plain = (id: Demo) => () => demo(id);
const described = (id: Demo) => () =>
  demo(id, (document) => Object.assign(document, { standIn: 'described' }));

/** Both demos, every strategy, what fails, and what has a memory. */
export const GOLDEN_CASES: readonly GoldenCase[] = [
  { name: 'Ventisca in frost', document: plain('ventisca'), setup: at(-20) },
  { name: 'Ventisca in frost, another seed', document: plain('ventisca'), setup: at(-20, 77) },
  { name: 'Ventisca in hard frost, weak battery', document: plain('ventisca'), setup: at(-30, 3, 11.4) },
  { name: 'Ventisca warm', document: plain('ventisca'), setup: at(80) },
  { name: 'Pardela', document: plain('pardela'), setup: at(20) },
  { name: 'Pardela in frost', document: plain('pardela'), setup: at(-10, 5) },
  { name: 'an engine like Ventisca', document: described('ventisca'), setup: at(0) },
  { name: 'an engine like Pardela', document: described('pardela'), setup: at(40) },
  { name: 'Ventisca by throttle', document: () => switched('ventisca', 'throttle'), setup: at(20) },
  {
    name: 'Ventisca by throttle and pressure',
    document: () => switched('ventisca', 'throttlePressure'),
    setup: at(20),
  },
  { name: 'Ventisca by meter', document: () => switched('ventisca', 'airMass'), setup: at(-10) },
  { name: 'Pardela by plain pulse', document: () => switched('pardela', 'pulseWidth'), setup: at(20) },
  { name: 'coolant and air changed', document: () => swapped('coolant', 'air'), setup: at(80) },
  {
    name: 'injectors changed for coils of nothing',
    document: () => swapped('injector-1', 'injector-4'),
    setup: at(20),
  },
  {
    name: 'cam tooth a turn off',
    document: () => demo('ventisca', ({ trigger }) => amount(trigger.camPosition, 510)),
    setup: at(20),
  },
  {
    name: 'no cam, batch and wasted',
    document: () =>
      demo('ventisca', ({ trigger, injection, coils, pins }) => {
        choose(trigger.camSensor, 'none');
        choose(injection.mode, 'batch');
        choose(coils.mode, 'wasted');
        pins.confirmed = null;
        pins.assignments = [];
      }),
    setup: at(20),
  },
  {
    name: 'coolant off its pin, last good held',
    document: () =>
      demo('ventisca', ({ sensors, pins }) => {
        choose(sensors.coolant.onFault, 'last');
        pins.assignments = pins.assignments.filter((entry) => entry.function !== 'coolant');
      }),
    setup: at(-20),
  },
  {
    name: 'overrun cut that reaches idle',
    document: () =>
      demo('ventisca', ({ overrun }) => {
        amount(overrun.pressureBelow, 60);
        amount(overrun.speedAbove, 900);
        amount(overrun.speedHysteresis, 300);
      }),
    setup: at(80),
  },
  { name: 'corrections with conditions', document: corrected, setup: at(0) },
  { name: 'blended by ethanol', document: blended, setup: at(20) },
  { name: 'two injector sets', document: staged, setup: at(-20) },
  {
    name: 'measured rail',
    document: () =>
      demo('ventisca', ({ injectors, sensors }) => {
        choose(injectors.regulator, 'measured');
        choose(sensors.fuelPressure.fitted, 'yes');
      }),
    setup: at(20),
  },
];
