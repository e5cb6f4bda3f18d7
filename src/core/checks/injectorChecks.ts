import {
  baseValue,
  type Calibration,
  conversionContext,
  firingOf,
  injectionChoice,
  permitsOf,
  tableAt,
} from '../calibration';
import {
  deadTimeFlagMessage,
  driverProblem,
  type DriverProblem,
  flowUnitSuspicion,
  handsOverGently,
  modeRefusals,
  pressureAcrossKpa,
  surfaceFlags,
  typedColumns,
} from '../injector';
import { type EcuPin, injectorFunction } from '../pins';
import { check, type Found, foundWhen } from './check';
import { absoluteWords, differenceWords } from './units';

/** Pressure across the injectors at full load below which they hardly spray, kPa. */
const LITTLE_ACROSS_KPA = 100;

/** What cannot be, or is unwise, about injectors, their drivers, timing and hand-over. */
export const INJECTOR_CHECKS = [
  check({
    id: 'injectors.flowUnit',
    severity: 'warning',
    find: ({ injectors: { ratedFlow } }) => {
      const looksLike = ratedFlow === null ? null : flowUnitSuspicion(ratedFlow.amount, ratedFlow.unit);
      if (ratedFlow === null || looksLike === null) return null;
      return { place: 'injectors.ratedFlow', data: { amount: ratedFlow.amount, looksLike } };
    },
    say: ({ amount, looksLike }) =>
      looksLike === 'lb/h'
        ? `${amount} cm³/min is very small for an injector; it looks like lb/h. If the sheet says lb/h, change the unit.`
        : `${amount} lb/h is very large for an injector; it looks like cm³/min. If the sheet says cm³/min, change the unit.`,
  }),
  check({
    id: 'injectors.flowPoints',
    severity: 'error',
    find: (document) => {
      const points = tableAt(document, 'injectors.flowPoints') ?? [];
      const row = points.findIndex(
        (entry, i) => i > 0 && (entry[1] as number) <= (points[i - 1]?.[1] as number),
      );
      return foundWhen(row > 0, 'injectors.flowPoints', { row });
    },
    say: ({ row }) => `Row ${row + 1} flows no more than the row before, at more pressure. Check both.`,
  }),
  check({
    id: 'injectors.regulatorUnmeasured',
    severity: 'error',
    find: ({ injectors: { regulator }, sensors }) =>
      foundWhen(
        regulator?.value === 'measured' && sensors.fuelPressure.fitted?.value !== 'yes',
        'injectors.regulator',
        {},
      ),
    say: () =>
      'Measured pressure needs a fuel pressure sensor, and none is fitted. Fit one in Sensors, or choose how the regulator works.',
  }),
  check({
    id: 'injectors.pressureLeft',
    severity: 'error',
    find: (document) => {
      const regulator = document.injectors.regulator?.value;
      const rail = baseValue(document, 'injectors.railPressure');
      const kpa = baseValue(document, 'engine.maxManifoldPressure');
      if (regulator === undefined || rail === null || kpa === null) return null;
      const acrossKpa = pressureAcrossKpa(regulator, rail, conversionContext(document).barometricKpa, kpa);
      return foundWhen(acrossKpa < LITTLE_ACROSS_KPA, 'injectors.railPressure', { kpa, acrossKpa });
    },
    say: ({ kpa, acrossKpa }, units) =>
      `At the ${absoluteWords(kpa, units)} intended, only ${differenceWords(acrossKpa, units)} are left across the injectors. Raise the pressure, or fit a regulator that follows the manifold.`,
  }),
  check({
    id: 'injectors.deadTime',
    severity: 'warning',
    find: ({ injectors: { deadTime } }) =>
      deadTime === null
        ? []
        : surfaceFlags(deadTime).map(({ column, flag }) => ({
            place: 'injectors.deadTime' as const,
            data: {
              flag,
              points: typedColumns(deadTime)[column] ?? [],
              pressure:
                deadTime.pressures.length === 1
                  ? null
                  : `${deadTime.pressures[column]} ${deadTime.pressureUnit}`,
            },
          })),
    say: ({ flag, points, pressure }) => {
      const message =
        flag.code === 'fallsWithPressure'
          ? `Dead time falls with pressure at ${flag.volts} V. It takes longer to open against more pressure: check this column.`
          : deadTimeFlagMessage(points, flag);
      return `${message.replace(/\.$/, '')}${pressure === null ? '' : ` (${pressure})`}.`;
    },
  }),
  check({
    id: 'injectors.driverBurns',
    severity: 'blocking',
    find: burning,
    say: ({ code, amps, impedanceOhm, ballastOhm, count, maxA }) => {
      if (code === 'coil') {
        return `A low-impedance injector of ${impedanceOhm} Ω would carry ${amps.toFixed(1)} A all the time from a plain driver and burns. Fit series resistors or a peak-and-hold driver.`;
      }
      const many = count === 1 ? 'One injector' : `${count} injectors on one pin`;
      const ballast = ballastOhm > 0 ? ` with ${ballastOhm} Ω in series` : '';
      return `${many} of ${impedanceOhm} Ω${ballast} draw ${amps.toFixed(1)} A; the driver bears ${maxA} A and burns. Fit high-impedance injectors, series resistors, or a peak-and-hold driver.`;
    },
  }),
  check({
    id: 'injection.mode',
    severity: 'error',
    find: (document) =>
      refusals(document).flatMap((refusal) => {
        const { code } = refusal;
        return code === 'noPhase' || code === 'noPosition'
          ? [{ place: 'injection.mode' as const, data: { code } }]
          : [];
      }),
    say: ({ code }) =>
      code === 'noPhase'
        ? 'Sequential injection needs a cam signal that tells the two turns of a cycle apart, and there is none. Fit a cam sensor with one tooth, or choose semi-sequential or batch.'
        : 'Semi-sequential injection needs to know where the crank is; these teeth all look alike. Choose batch, or another trigger.',
  }),
  check({
    id: 'injection.pairs',
    severity: 'error',
    find: (document) =>
      refusals(document).flatMap((refusal) => {
        const { code } = refusal;
        return code === 'pairsNotTimed' || code === 'noPairs'
          ? [{ place: 'injection.wiring' as const, data: { code } }]
          : [];
      }),
    say: ({ code }) =>
      code === 'noPairs'
        ? 'Not every cylinder has another at TDC with it, so they cannot be wired in pairs. Wire them individually.'
        : 'Two injectors on one driver cannot be timed one by one. Wire them individually, or choose semi-sequential or batch.',
  }),
  check({
    id: 'injection.tooFewDrivers',
    severity: 'error',
    find: (document) =>
      refusals(document).flatMap((refusal) => {
        if (refusal.code !== 'tooFewDrivers') return [];
        const { needed, has, pairsFit } = refusal;
        return [{ place: 'injection.wiring' as const, data: { needed, has, pairsFit } }];
      }),
    say: ({ needed, has, pairsFit }) =>
      `${needed} injector drivers are needed and the engine computer has ${has}. ${
        pairsFit ? 'Wire injectors in pairs, or choose a larger one.' : 'Choose a larger one.'
      }`,
  }),
  check({
    id: 'staging.handOver',
    severity: 'error',
    find: (document) => {
      const beginsAtPercent = baseValue(document, 'staging.beginsAt');
      const fullAtPercent = baseValue(document, 'staging.fullAt');
      if (document.staging.fitted?.value !== 'yes' || beginsAtPercent === null || fullAtPercent === null)
        return null;
      const plan = { beginsAtPercent, fullAtPercent };
      return foundWhen(!handsOverGently(plan), 'staging.fullAt', plan);
    },
    say: ({ beginsAtPercent, fullAtPercent }) =>
      `The hand-over from ${beginsAtPercent} to ${fullAtPercent} % is too short: it must rise over 5 % at least, or the mixture jumps with every small change.`,
  }),
];

function refusals(document: Calibration) {
  const events = firingOf(document);
  const choice = injectionChoice(document);
  if (events === null || choice === null) return [];
  const { ecu } = document.pins;
  const drivers = ecu === null ? null : ecu.pins.filter((pin) => pin.kind === 'injector').length;
  const forEach =
    drivers === null || document.staging.fitted?.value !== 'yes' ? drivers : Math.floor(drivers / 2);
  return modeRefusals(events, choice.mode, choice.wiring, permitsOf(document), forEach);
}

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
