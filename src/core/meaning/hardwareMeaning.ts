import { baseValue, type Calibration, coilsOf, dwellOf, firingOf, valvesOf, wheelOf } from '../calibration';
import { lobesOf, overlapDeg } from '../cams';
import { chargeCurrentA, type IgnitionMode, timeBetweenSparksMs } from '../coil';
import { teethPerCamPulse, toothAngleDeg, triggerPermits } from '../trigger';
import type { Figure } from './meaning';

/** What the cam card’s figures mean: overlap, and the same cams given the other way. */
export function camMeaning(document: Calibration): Figure[] {
  const valves = valvesOf(document);
  const lobes = valves === null ? null : lobesOf(valves);
  const figure = (id: string, label: string, value: number | null, how: string): Figure => ({
    id,
    label,
    value,
    unit: '°',
    decimals: 0,
    how,
    needs: [],
  });
  return [
    figure(
      'overlap',
      'Valve overlap',
      valves === null ? null : overlapDeg(valves),
      'both valves open around TDC',
    ),
    figure('intakeDuration', 'Intake open for', lobes?.intakeDurationDeg ?? null, 'from opening to closing'),
    figure(
      'intakeCentre',
      'Intake lobe centre, after TDC',
      lobes?.intakeCentreDeg ?? null,
      'half-way, lobes taken as symmetrical',
    ),
    figure(
      'exhaustDuration',
      'Exhaust open for',
      lobes?.exhaustDurationDeg ?? null,
      'from opening to closing',
    ),
    figure(
      'exhaustCentre',
      'Exhaust lobe centre, before TDC',
      lobes?.exhaustCentreDeg ?? null,
      'half-way, lobes taken as symmetrical',
    ),
  ];
}

/** What the trigger means: a tooth's angle and the count between cam pulses. */
export function triggerMeaning(document: Calibration): Figure[] {
  const wheel = wheelOf(document);
  return [
    {
      id: 'toothAngle',
      label: 'Angle of one tooth',
      value: wheel === null ? null : toothAngleDeg(wheel),
      unit: '°',
      decimals: 1,
      how: '360 ÷ tooth places',
      needs: [],
    },
    {
      id: 'teethPerCam',
      label: 'Crank teeth for each cam pulse',
      value: wheel === null ? null : teethPerCamPulse(wheel),
      unit: '',
      decimals: 0,
      how:
        wheel?.cam === null
          ? 'no cam signal'
          : 'teeth in two turns ÷ cam teeth; another count is a sync error',
      needs: [],
    },
  ];
}

/** What the trigger permits, in a sentence; null while it is not described. */
export function triggerSentence(
  document: Calibration,
): { readonly good: boolean; readonly text: string } | null {
  const wheel = wheelOf(document);
  if (wheel === null) return null;
  const permits = triggerPermits(wheel);
  return { good: permits.phase, text: permits.reason };
}

/** Voltage that charging is judged at, V. */
const CHARGING_V = 14;

/** How a coil's time at maximum speed is spent; null while something is missing. */
export interface SparkTimeBudget {
  readonly dwellMs: number;
  readonly sparkMs: number;
  readonly availableMs: number;
  readonly speedRpm: number;
}

/** Dwell, spark and the time between sparks of one coil at maximum speed. */
export function sparkTimeBudget(document: Calibration): SparkTimeBudget | null {
  const events = firingOf(document);
  const coils = coilsOf(document);
  const speedRpm = baseValue(document, 'engine.maxSpeed');
  const sparkMs = baseValue(document, 'coils.sparkTime');
  if (events === null || coils === null || speedRpm === null || sparkMs === null) return null;
  const dwellMs = dwellOf(document, CHARGING_V, speedRpm);
  if (dwellMs === null) return null;
  return { dwellMs, sparkMs, speedRpm, availableMs: timeBetweenSparksMs(events, coils.mode, speedRpm) };
}

/** Time between sparks of one coil at maximum speed, by how the coils are shared, and whether dwell and spark fit. */
export interface ModeBudget {
  readonly mode: IgnitionMode;
  readonly availableMs: number;
  readonly fits: boolean;
}

/** The time there would be with each way of sharing coils; null while something is missing. */
export function budgetByMode(document: Calibration): ModeBudget[] | null {
  const budget = sparkTimeBudget(document);
  const events = firingOf(document);
  if (budget === null || events === null) return null;
  return (['distributor', 'wasted', 'individual'] as const).map((mode) => {
    const availableMs = timeBetweenSparksMs(events, mode, budget.speedRpm);
    return { mode, availableMs, fits: budget.dwellMs + budget.sparkMs <= availableMs };
  });
}

/** What the coil's fields mean: dwell, current, and the share of the time at maximum speed. */
export function coilMeaning(document: Calibration): Figure[] {
  const resistanceOhm = baseValue(document, 'coils.resistance');
  const inductanceMh = baseValue(document, 'coils.inductance');
  const dwellMs = dwellOf(document, CHARGING_V, 3000);
  const dwellLowMs = dwellOf(document, 9, 250);
  const budget = sparkTimeBudget(document);
  const current = (volts: number, dwell: number | null) =>
    resistanceOhm === null || inductanceMh === null || dwell === null
      ? null
      : chargeCurrentA({ resistanceOhm, inductanceMh }, volts, dwell);
  const needsCoil = ['coils.resistance', 'coils.inductance'] as const;
  return [
    {
      id: 'dwell',
      label: 'Dwell at 14 V',
      value: dwellMs,
      unit: 'ms',
      decimals: 2,
      how: 'charging time before each spark',
      needs: ['coils.dwell'],
    },
    {
      id: 'current',
      label: 'Current it reaches at 14 V',
      value: current(CHARGING_V, dwellMs),
      unit: 'A',
      decimals: 1,
      how: 'V/R · (1 − e^(−t·R/L))',
      needs: needsCoil,
    },
    {
      id: 'currentCranking',
      label: 'Current while cranking, 9 V',
      value: current(9, dwellLowMs),
      unit: 'A',
      decimals: 1,
      how: dwellLowMs === null ? 'V/R · (1 − e^(−t·R/L))' : `after ${dwellLowMs.toFixed(2)} ms`,
      needs: needsCoil,
    },
    {
      id: 'timeShare',
      label: 'Of the time between sparks, at maximum speed',
      value: budget === null ? null : (100 * (budget.dwellMs + budget.sparkMs)) / budget.availableMs,
      unit: '%',
      decimals: 0,
      how:
        budget === null
          ? '(dwell + spark) ÷ time'
          : `${budget.dwellMs.toFixed(2)} + ${budget.sparkMs.toFixed(1)} of ${budget.availableMs.toFixed(2)} ms`,
      needs: ['coils.mode', 'engine.maxSpeed', 'coils.sparkTime'],
    },
  ];
}
