import type { Calibration } from '@/core/calibration';
import { amount, choose, from } from './checkCases/parts';
import { demo } from './ventisca';

/** A calibration with one classic mistake in it, and the check that must name it first. */
export interface Mistake {
  readonly name: string;
  readonly check: string;
  readonly plant: (document: Calibration) => void;
}

/** Ventisca with everything vouched for, and one mistake. */
export function mistaken({ plant }: Pick<Mistake, 'plant'>): Calibration {
  return demo('ventisca', (document) => {
    from(document.trigger.tdcOffset, 'measured');
    plant(document);
  });
}

function each(
  document: Calibration,
  id: keyof Calibration['maps'],
  change: (value: number, i: number) => number,
): void {
  const map = document.maps[id];
  if (map !== null) map.values = map.values.map(change);
}

/** Mistakes that people make, one a calibration. */
export const MISTAKES: readonly Mistake[] = [
  {
    name: 'two functions on one pin',
    check: 'pins.twoJobs',
    plant: ({ pins }) => {
      const [one, other] = pins.assignments.filter((entry) => entry.function.startsWith('injector'));
      if (one !== undefined && other !== undefined) other.pin = one.pin;
    },
  },
  {
    name: 'sequential injection without a cam sensor',
    check: 'coils.mode',
    plant: ({ trigger, injection }) => {
      choose(trigger.camSensor, 'none');
      choose(injection.mode, 'batch');
    },
  },
  {
    name: 'low-impedance injectors on plain drivers',
    check: 'injectors.driverBurns',
    plant: ({ injectors }) => void amount(injectors.impedance, 2.4),
  },
  {
    name: 'cubic centimetres taken for pounds',
    check: 'injectors.flowUnit',
    plant: ({ injectors }) => Object.assign(injectors.ratedFlow ?? {}, { amount: 610, unit: 'lb/h' }),
  },
  {
    name: 'injectors for a smaller engine',
    check: 'injectors.duty',
    plant: ({ injectors }) => void amount(injectors.ratedFlow, 250),
  },
  {
    name: 'a kink in the dead time',
    check: 'injectors.deadTime',
    plant: ({ injectors }) => {
      injectors.deadTime?.rows.splice(4, 1, { volts: 11, times: [null, 1.6, null] });
    },
  },
  {
    name: 'a pressure sensor that ends below the boost intended',
    check: 'sensors.mapTooSmall',
    plant: ({ engine }) => void amount(engine.maxManifoldPressure, 300),
  },
  {
    name: 'wide open at the fault band',
    check: 'sensors.throttle',
    plant: ({ sensors }) => void amount(sensors.throttle.openVolts, 4.66),
  },
  {
    name: 'another computer’s pull-up',
    check: 'sensors.pullUp',
    plant: ({ sensors }) => void amount(sensors.coolant.pullUp, 1000),
  },
  {
    name: 'a cell of the filling patched',
    check: 'maps.veSpike',
    plant: (document) => {
      const columns = document.maps.ve?.x.length ?? 0;
      each(document, 've', (value, i) => (i === 6 * columns + 9 ? value * 1.2 : value));
    },
  },
  {
    name: 'lean under boost',
    check: 'maps.lambdaLean',
    plant: (document) => each(document, 'lambda', (value) => Math.max(value, 0.99)),
  },
  {
    name: 'a spark map of another fuel',
    check: 'maps.sparkOverKnock',
    plant: (document) => each(document, 'spark', (value) => value + 14),
  },
];
