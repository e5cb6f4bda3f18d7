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
  flowUnitSuspicion,
  modeRefusals,
  pressureAcrossKpa,
  stagingProblem,
  surfaceFlags,
  typedColumns,
} from '../injector';
import { injectorFunction } from '../pins';
import { blockingAt, type DocumentProblem, errorAt, warningAt } from './problem';

/** What cannot be, or is unwise, about injectors, their drivers, timing and hand-over. */
export function injectorRules(document: Calibration): DocumentProblem[] {
  return [
    ...rating(document),
    ...pressureLeft(document),
    ...deadTime(document),
    ...drivers(document),
    ...mode(document),
    ...staging(document),
  ];
}

function rating(document: Calibration): DocumentProblem[] {
  const { ratedFlow, regulator } = document.injectors;
  const points = tableAt(document, 'injectors.flowPoints');
  const odd =
    points?.findIndex((row, i) => i > 0 && (row[1] as number) <= (points[i - 1]?.[1] as number)) ?? -1;
  const noSensor = regulator?.value === 'measured' && document.sensors.fuelPressure.fitted?.value !== 'yes';
  return [
    ...warningAt(
      'injectors.ratedFlow',
      ratedFlow === null ? null : flowUnitSuspicion(ratedFlow.amount, ratedFlow.unit),
    ),
    ...errorAt(
      'injectors.flowPoints',
      odd > 0 ? `Row ${odd + 1} flows no more than the row before, at more pressure. Check both.` : null,
    ),
    ...errorAt(
      'injectors.regulator',
      noSensor
        ? 'Measured pressure needs a fuel pressure sensor, and none is fitted. Fit one in Sensors, or choose how the regulator works.'
        : null,
    ),
  ];
}

/** Pressure across the injectors at full load below which they hardly spray, kPa. */
const LITTLE_ACROSS_KPA = 100;

/** A rail pressure that boost uses up. */
function pressureLeft(document: Calibration): DocumentProblem[] {
  const regulator = document.injectors.regulator?.value;
  const rail = baseValue(document, 'injectors.railPressure');
  const kpa = baseValue(document, 'engine.maxManifoldPressure');
  if (regulator === undefined || rail === null || kpa === null) return [];
  const across = pressureAcrossKpa(regulator, rail, conversionContext(document).barometricKpa, kpa);
  if (across >= LITTLE_ACROSS_KPA) return [];
  return errorAt(
    'injectors.railPressure',
    `At the ${Math.round(kpa)} kPa abs intended, only ${Math.round(across)} kPa are left across the injectors. Raise the pressure, or fit a regulator that follows the manifold.`,
  );
}

function deadTime({ injectors }: Calibration): DocumentProblem[] {
  const table = injectors.deadTime;
  if (table === null) return [];
  return surfaceFlags(table).flatMap(({ column, flag }) => {
    const at = table.pressures.length === 1 ? '' : ` (${table.pressures[column]} ${table.pressureUnit})`;
    const message =
      flag.code === 'fallsWithPressure'
        ? `Dead time falls with pressure at ${flag.volts} V. It takes longer to open against more pressure: check this column.`
        : deadTimeFlagMessage(typedColumns(table)[column] ?? [], flag);
    return warningAt('injectors.deadTime', `${message.replace(/\.$/, '')}${at}.`);
  });
}

function drivers(document: Calibration): DocumentProblem[] {
  const impedance = baseValue(document, 'injectors.impedance');
  const { ecu, assignments } = document.pins;
  if (impedance === null || ecu === null) return [];
  const ballast = baseValue(document, 'injectors.ballast') ?? 0;
  const count = document.injection.wiring?.value === 'pairs' ? 2 : 1;
  const used = new Set(
    assignments.filter((entry) => entry.function.startsWith(injectorFunction([]))).map(({ pin }) => pin),
  );
  const pins = ecu.pins.filter((pin) => pin.kind === 'injector');
  const looked = pins.some(({ id }) => used.has(id)) ? pins.filter(({ id }) => used.has(id)) : pins;
  const burning = looked
    .map((pin) =>
      driverProblem(impedance, ballast, count, {
        kind: pin.peakAndHold === true ? 'peakAndHold' : 'plain',
        maxA: pin.maxA ?? 0,
      }),
    )
    .find((message) => message !== null);
  return blockingAt('injectors.impedance', burning ?? null);
}

function mode(document: Calibration): DocumentProblem[] {
  const events = firingOf(document);
  const choice = injectionChoice(document);
  if (events === null || choice === null) return [];
  const { ecu } = document.pins;
  const drivers = ecu === null ? null : ecu.pins.filter((pin) => pin.kind === 'injector').length;
  const forEach =
    drivers === null || document.staging.fitted?.value !== 'yes' ? drivers : Math.floor(drivers / 2);
  return modeRefusals(events, choice.mode, choice.wiring, permitsOf(document), forEach).flatMap(
    ({ field, message }) => errorAt(`injection.${field}`, message),
  );
}

function staging(document: Calibration): DocumentProblem[] {
  const beginsAtPercent = baseValue(document, 'staging.beginsAt');
  const fullAtPercent = baseValue(document, 'staging.fullAt');
  if (document.staging.fitted?.value !== 'yes' || beginsAtPercent === null || fullAtPercent === null)
    return [];
  return errorAt('staging.fullAt', stagingProblem({ beginsAtPercent, fullAtPercent }));
}
