import { baseValue, type Calibration } from '../../calibration';
import { driverProblem, type DriverProblem } from '../../injector';
import { type EcuPin, injectorFunction } from '../../pins';
import { check, type Found } from '../entry/check';

export const injectorsDriverBurns = check({
  id: 'injectors.driverBurns',
  title: 'Injector driver overloaded',
  severity: 'blocks',
  reads: ['injectors', 'injection', 'pins', 'engine'],
  why: 'The driver in the engine computer burns.',
  find: burning,
  say: ({ code, amps, impedanceOhm, ballastOhm, count, maxA }) => {
    if (code === 'coil') {
      return `A low-impedance injector of ${impedanceOhm} Ω would carry ${amps.toFixed(1)} A all the time from a plain driver and burns. Fit series resistors or a peak-and-hold driver.`;
    }
    const many = count === 1 ? 'One injector' : `${count} injectors on one pin`;
    const ballast = ballastOhm > 0 ? ` with ${ballastOhm} Ω in series` : '';
    return `${many} of ${impedanceOhm} Ω${ballast} draw ${amps.toFixed(1)} A; the driver bears ${maxA} A and burns. Fit high-impedance injectors, series resistors, or a peak-and-hold driver.`;
  },
});

/** The injector drivers in use, or all of them while none is. */
function driversOf({ pins: { ecu, assignments } }: Calibration): readonly EcuPin[] {
  const used = new Set(
    assignments.filter((entry) => entry.function.startsWith(injectorFunction([]))).map(({ pin }) => pin),
  );
  const drivers = (ecu?.pins ?? []).filter((pin) => pin.kind === 'injector');
  return drivers.some(({ id }) => used.has(id)) ? drivers.filter(({ id }) => used.has(id)) : drivers;
}

interface Burning extends DriverProblem, Record<string, unknown> {
  readonly impedanceOhm: number;
  readonly ballastOhm: number;
  readonly count: number;
  readonly maxA: number;
}

function burning(document: Calibration): Found<Burning> | null {
  const impedanceOhm = baseValue(document, 'injectors.impedance');
  if (impedanceOhm === null) return null;
  const ballastOhm = baseValue(document, 'injectors.ballast') ?? 0;
  const count = document.injection.wiring?.value === 'pairs' ? 2 : 1;
  for (const pin of driversOf(document)) {
    const maxA = pin.maxA ?? 0;
    const kind = pin.peakAndHold === true ? 'peakAndHold' : 'plain';
    const problem = driverProblem(impedanceOhm, ballastOhm, count, { kind, maxA });
    if (problem !== null)
      return { place: 'injectors.impedance', data: { ...problem, impedanceOhm, ballastOhm, count, maxA } };
  }
  return null;
}
