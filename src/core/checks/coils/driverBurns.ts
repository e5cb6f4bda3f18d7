import { baseValue, type Calibration, coilsOf, dwellOf } from '../../calibration';
import { chargeCurrentA } from '../../coil';
import { coilFunction } from '../../pins';
import { check, foundWhen } from '../entry/check';
import { CHARGING_V } from './parts';

/** Speed that dwell is looked at for the driver’s current, rev/min. */
const SLOW_RPM = 1000;

export const coilsDriverBurns = check({
  id: 'coils.driverBurns',
  title: 'Coil driver overloaded',
  severity: 'blocks',
  reads: ['coils', 'pins', 'engine', 'injectors'],
  why: 'The driver in the engine computer burns.',
  find: (document) => {
    const { coils } = document;
    if (coils.igniter?.value !== 'none' || coils.dwellBy?.value !== 'coil') return null;
    const resistanceOhm = baseValue(document, 'coils.resistance');
    const inductanceMh = baseValue(document, 'coils.inductance');
    const dwellMs = dwellOf(document, CHARGING_V, SLOW_RPM);
    const limitA = driverLimitA(document);
    if (resistanceOhm === null || inductanceMh === null || dwellMs === null || limitA === null) return null;
    const amps = chargeCurrentA({ resistanceOhm, inductanceMh }, CHARGING_V, dwellMs);
    return foundWhen(amps > limitA, 'coils.wantedCurrent', { amps, limitA });
  },
  say: ({ amps, limitA }) =>
    `${amps.toFixed(1)} A are more than the coil driver bears (${limitA} A): it burns. Want less current, or fit coils with igniters.`,
});

/** The least current of the direct coil drivers in use, or of all while none is; null without any. */
function driverLimitA(document: Calibration): number | null {
  const { ecu, assignments } = document.pins;
  if (ecu === null) return null;
  const groups = coilsOf(document)?.groups ?? [];
  const used = groups.flatMap((group) =>
    assignments.filter((entry) => entry.function === coilFunction(group)),
  );
  const limits = ecu.pins
    .filter(
      ({ id, kind }) => kind === 'coilDirect' && (used.length === 0 || used.some(({ pin }) => pin === id)),
    )
    .map(({ maxA }) => maxA ?? 0);
  return limits.length === 0 ? null : Math.min(...limits);
}
