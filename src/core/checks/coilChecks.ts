import { baseValue, type Calibration, coilsOf, dwellOf, firingOf, permitsOf, tableAt } from '../calibration';
import { chargeCurrentA, dwellFits, ignitionModeProblem, timeBetweenSparksMs } from '../coil';
import { coilFunction } from '../pins';
import { check, foundWhen } from './check';

const CHARGING_V = 14;
/** Battery while the starter turns a cold engine, V. */
const CRANKING_V = 9;
/** Speed that dwell is looked at for the driver’s current, rev/min. */
const SLOW_RPM = 1000;

/** What cannot be, or is unwise, about coils, their dwell and their drivers. */
export const COIL_CHECKS = [
  check({
    id: 'coils.mode',
    severity: 'error',
    find: (document) => {
      const events = firingOf(document);
      const mode = document.coils.mode?.value;
      const code =
        events === null || mode === undefined ? null : ignitionModeProblem(events, mode, permitsOf(document));
      return code === null ? null : { place: 'coils.mode', data: { code } };
    },
    say: ({ code }) => {
      switch (code) {
        case 'noPhase':
          return 'A coil a cylinder needs a cam signal that tells the two turns of a cycle apart, and there is none. Fit one, or choose wasted spark.';
        case 'noPairs':
          return 'Not every cylinder has another at TDC with it, so one coil cannot serve two. Choose a coil a cylinder.';
        case 'noPosition':
          return 'Wasted spark needs to know where the crank is; these teeth all look alike. Choose a distributor, or another trigger.';
      }
    },
  }),
  check({
    id: 'coils.dwellTime',
    severity: 'error',
    find: (document) => {
      const events = firingOf(document);
      const mode = document.coils.mode?.value;
      const speedRpm = baseValue(document, 'engine.maxSpeed');
      const sparkMs = baseValue(document, 'coils.sparkTime');
      if (events === null || mode === undefined || speedRpm === null || sparkMs === null) return null;
      const dwellMs = dwellOf(document, CHARGING_V, speedRpm);
      if (dwellMs === null) return null;
      const availableMs = timeBetweenSparksMs(events, mode, speedRpm);
      const place = document.coils.dwellBy?.value === 'coil' ? 'coils.wantedCurrent' : 'coils.dwell';
      const data = { dwellMs, sparkMs, availableMs, speedRpm };
      return foundWhen(!dwellFits(dwellMs, sparkMs, availableMs), place, data);
    },
    say: ({ dwellMs, sparkMs, availableMs, speedRpm }) =>
      `Dwell ${dwellMs.toFixed(2)} ms and spark ${sparkMs.toFixed(1)} ms do not fit into the ${availableMs.toFixed(2)} ms between sparks at ${Math.round(speedRpm)} rev/min. Fit more coils, or coils that charge faster.`,
  }),
  check({
    id: 'coils.neverReached',
    severity: 'warning',
    find: (document) => {
      const wantedA = baseValue(document, 'coils.wantedCurrent');
      const resistanceOhm = baseValue(document, 'coils.resistance');
      if (document.coils.dwellBy?.value !== 'coil' || wantedA === null || resistanceOhm === null) return null;
      const reachA = CRANKING_V / resistanceOhm;
      return foundWhen(wantedA >= reachA, 'coils.wantedCurrent', { wantedA, reachA });
    },
    say: ({ wantedA, reachA }) =>
      `At ${CRANKING_V} V, while cranking, this coil reaches ${reachA.toFixed(1)} A at most, so ${wantedA} A are never there. The cold start will be weak: want less, or fit another coil.`,
  }),
  check({
    id: 'coils.dwellRises',
    severity: 'warning',
    find: (document) => {
      if (document.coils.dwellBy?.value === 'coil') return null;
      const rows = tableAt(document, 'coils.dwell') ?? [];
      const row = rows.findIndex((entry, i) => i > 0 && (entry[1] as number) > (rows[i - 1]?.[1] as number));
      return foundWhen(row > 0, 'coils.dwell', { row });
    },
    say: ({ row }) => `Dwell rises at row ${row + 1}. It must fall as voltage rises: check this row.`,
  }),
  check({
    id: 'coils.driverBurns',
    severity: 'blocking',
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
  }),
];

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
