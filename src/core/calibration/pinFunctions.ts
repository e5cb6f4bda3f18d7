import { injectorPairs } from '../injector';
import { coilFunction, injectorFunction, outputFunction, type PinFunction, type PinKind } from '../pins';
import type { SensorSignal } from '../sensors';
import { SENSOR_INFO } from '../sensors/schema';
import { coilsOf, firingOf } from './hardware';
import { baseValue } from './quantities';
import type { Calibration } from './schema';
import { choiceAt } from './values';

const SIGNAL_PINS: Readonly<Record<SensorSignal, readonly PinKind[]>> = {
  analogue: ['analogue'],
  temperature: ['temperature'],
  frequency: ['frequency'],
  knock: ['knock'],
  switch: ['switch', 'analogue'],
};

/** Everything of this document that needs a pin, in the order of work. */
export function pinFunctions(document: Calibration): PinFunction[] {
  return [
    ...triggerFunctions(document),
    ...SENSOR_INFO.flatMap(({ id, label, always, signal }): PinFunction[] => {
      if (signal === null) return [];
      if (!always && choiceAt(document, `sensors.${id}.fitted`) !== 'yes') return [];
      return [{ id, label, accepts: SIGNAL_PINS[signal] }];
    }),
    ...injectorFunctions(document),
    ...coilFunctions(document),
    ...document.outputs.map(outputPinFunction),
  ];
}

/** What an output asks of a pin. */
export function outputPinFunction({ id, name }: { readonly id: string; readonly name: string }): PinFunction {
  return { id: outputFunction(id), label: name, accepts: ['lowSide', 'highSide'] };
}

function triggerFunctions({ trigger }: Calibration): PinFunction[] {
  const crank: PinFunction = { id: 'crank', label: 'Crank sensor', accepts: ['crank'] };
  const hasCam = trigger.camSensor !== null && trigger.camSensor.value !== 'none';
  return hasCam ? [crank, { id: 'cam', label: 'Cam sensor', accepts: ['cam'] }] : [crank];
}

function injectorFunctions(document: Calibration): PinFunction[] {
  const events = firingOf(document);
  const cylinders = baseValue(document, 'engine.cylinders') ?? 0;
  const pairs =
    document.injection.wiring?.value === 'pairs' && events !== null ? injectorPairs(events) : null;
  const groups = pairs ?? Array.from({ length: cylinders }, (_, i) => [i + 1]);
  const named = (group: readonly number[]) =>
    group.length > 1 ? `Injectors ${group.join(' and ')}` : `Injector ${group[0]}`;
  const first = groups.map((group): PinFunction => ({
    id: injectorFunction(group),
    label: named(group),
    accepts: ['injector'],
  }));
  if (document.staging.fitted?.value !== 'yes') return first;
  const second = groups.map((group): PinFunction => ({
    id: `second-${injectorFunction(group)}`,
    label: `${named(group)}, second set`,
    accepts: ['injector'],
  }));
  return [...first, ...second];
}

function coilFunctions(document: Calibration): PinFunction[] {
  const coils = coilsOf(document);
  if (coils === null) return [];
  const direct = document.coils.igniter?.value === 'none';
  return coils.groups.map((group): PinFunction => ({
    id: coilFunction(group),
    label:
      coils.mode === 'distributor'
        ? 'Coil'
        : group.length > 1
          ? `Coil of ${group.join(' and ')}`
          : `Coil ${group[0]}`,
    accepts: direct ? ['coilDirect'] : ['coilLogic'],
    because: direct
      ? 'A plain coil’s current would burn a logic output: it needs a direct coil driver.'
      : 'Its igniter takes a logic signal; a direct driver would burn it.',
  }));
}
