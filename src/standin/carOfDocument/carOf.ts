import { baseValue, type Calibration, lineOf, type StandInId, thermistorOf } from '@/core/calibration';
import type { EcuProgram } from '@/core/program';
import type { PullUp } from '@/core/sensors';
import type { BuiltCar, Car } from '../car';
import { describedEngine } from './describedEngine';
import { pardela } from './pardela';
import { ventisca } from './ventisca';

/** The demos as built. */
const BUILT: Readonly<Record<Exclude<StandInId, 'described'>, BuiltCar>> = { ventisca, pardela };

/** What a real idle valve passes of what its sheet says. */
const DESCRIBED_VALVE = 0.97;

/**
 * The car a calibration meets. The loom is the wiring last confirmed, else what is planned: a pin changed since on the
 * screen but not in the loom is felt. A car known only by its description cannot notice that the description is wrong,
 * except where two parts of it disagree, as a pull-up with the engine computer's own.
 */
export function carOf(document: Calibration, program: EcuProgram): Car {
  const shared = { pullUp: pullUpOf(document), loom: loomOf(document) };
  const described = baseValue(document, 'idle.valveFlow');
  const idleValveGPerS = described === null ? null : described * DESCRIBED_VALVE;
  if (document.standIn !== 'described') {
    const built = BUILT[document.standIn];
    return {
      ...built,
      fuelPressure: built.fuelPressure ?? lineOf(document, 'fuelPressure'),
      idleValveGPerS: built.idleValveGPerS ?? idleValveGPerS,
      ...shared,
    };
  }
  return {
    engine: describedEngine(document, program),
    coolant: thermistorOf(document, 'coolant')?.curve ?? null,
    air: thermistorOf(document, 'air')?.curve ?? null,
    map: lineOf(document, 'map'),
    fuelPressure: lineOf(document, 'fuelPressure'),
    wheel: program.trigger,
    coil: describedCoil(program),
    idleValveGPerS,
    ...shared,
  };
}

function pullUpOf({ pins }: Calibration): PullUp | null {
  return pins.ecu === null ? null : { referenceV: pins.ecu.referenceV, pullUpOhm: pins.ecu.pullUpOhm };
}

function loomOf({ pins }: Calibration): Car['loom'] {
  const wires = pins.confirmed?.wires ?? pins.assignments;
  if (pins.ecu === null || wires.length === 0) return null;
  return Object.fromEntries(wires.map((wire) => [wire.pin, wire.function]));
}

function describedCoil({ ignition: { dwell } }: EcuProgram): Car['coil'] {
  return dwell?.kind === 'coil' ? { primary: dwell.primary, wantedA: dwell.wantedA } : null;
}
