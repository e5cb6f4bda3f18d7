import { baseValue, type Calibration, coilsOf, dwellOf, firingOf, permitsOf, tableAt } from '../calibration';
import { chargeCurrentA, dwellFitProblem, ignitionModeProblem, timeBetweenSparksMs } from '../coil';
import { coilFunction } from '../pins';
import { blockingAt, type DocumentProblem, errorAt, warningAt } from './problem';

const CHARGING_V = 14;
/** Battery while the starter turns a cold engine, V. */
const CRANKING_V = 9;

/** What cannot be, or is unwise, about coils, their dwell and their drivers. */
export function coilRules(document: Calibration): DocumentProblem[] {
  const events = firingOf(document);
  const { mode } = document.coils;
  const modeProblem =
    events === null || mode === null ? null : ignitionModeProblem(events, mode.value, permitsOf(document));
  return [
    ...errorAt('coils.mode', modeProblem),
    ...dwellTime(document),
    ...dwellShape(document),
    ...current(document),
  ];
}

function dwellTime(document: Calibration): DocumentProblem[] {
  const events = firingOf(document);
  const mode = document.coils.mode?.value;
  const maxSpeed = baseValue(document, 'engine.maxSpeed');
  const sparkMs = baseValue(document, 'coils.sparkTime');
  if (events === null || mode === undefined || maxSpeed === null || sparkMs === null) return [];
  const dwellMs = dwellOf(document, CHARGING_V, maxSpeed);
  if (dwellMs === null) return [];
  return errorAt(
    document.coils.dwellBy?.value === 'coil' ? 'coils.wantedCurrent' : 'coils.dwell',
    dwellFitProblem(dwellMs, sparkMs, timeBetweenSparksMs(events, mode, maxSpeed), maxSpeed),
  );
}

function dwellShape(document: Calibration): DocumentProblem[] {
  if (document.coils.dwellBy?.value === 'coil') {
    const wanted = baseValue(document, 'coils.wantedCurrent');
    const resistanceOhm = baseValue(document, 'coils.resistance');
    if (wanted === null || resistanceOhm === null) return [];
    const reach = CRANKING_V / resistanceOhm;
    return warningAt(
      'coils.wantedCurrent',
      wanted >= reach
        ? `At ${CRANKING_V} V, while cranking, this coil reaches ${reach.toFixed(1)} A at most, so ${wanted} A are never there. The cold start will be weak: want less, or fit another coil.`
        : null,
    );
  }
  const rows = tableAt(document, 'coils.dwell');
  const odd = rows?.findIndex((row, i) => i > 0 && (row[1] as number) > (rows[i - 1]?.[1] as number)) ?? -1;
  return warningAt(
    'coils.dwell',
    odd > 0 ? `Dwell rises at row ${odd + 1}. It must fall as voltage rises: check this row.` : null,
  );
}

function current(document: Calibration): DocumentProblem[] {
  const { coils, pins } = document;
  if (coils.igniter?.value !== 'none' || coils.dwellBy?.value !== 'coil' || pins.ecu === null) return [];
  const resistanceOhm = baseValue(document, 'coils.resistance');
  const inductanceMh = baseValue(document, 'coils.inductance');
  const dwellMs = dwellOf(document, CHARGING_V, 1000);
  if (resistanceOhm === null || inductanceMh === null || dwellMs === null) return [];
  const amps = chargeCurrentA({ resistanceOhm, inductanceMh }, CHARGING_V, dwellMs);
  const groups = coilsOf(document)?.groups ?? [];
  const used = groups.flatMap((group) =>
    pins.assignments.filter((entry) => entry.function === coilFunction(group)),
  );
  const limits = pins.ecu.pins
    .filter(
      (pin) => pin.kind === 'coilDirect' && (used.length === 0 || used.some((entry) => entry.pin === pin.id)),
    )
    .map((pin) => pin.maxA ?? 0);
  const limit = Math.min(...limits);
  return blockingAt(
    'coils.wantedCurrent',
    limits.length > 0 && amps > limit
      ? `${amps.toFixed(1)} A are more than the coil driver bears (${limit} A): it burns. Want less current, or fit coils with igniters.`
      : null,
  );
}
