import { baseValue, type Calibration, capacityProgram, type FieldPath, valueAt } from '../calibration';
import { capacityAt, injectionAt } from '../ecu';
import { fuelById } from '../fuels';
import { steadyPoint } from '../generators';
import { feedablePowerKw } from '../injector';
import { flowFigures } from './injectorFlow';
import type { Figure } from './meaning';

/** Highest duty an injector is planned for, %: above it closing and opening run into each other. */
const DUTY_LIMIT_PERCENT = 85;
/** Fuel for work at the crank, g/kWh, for the power a set can feed; alcohols by their heating value. */
const PETROL_BSFC = { charged: 340, natural: 300 } as const;
const PETROL_HEATING_MJ_PER_KG = 43;
/** Filling and target assumed at full load while there is no VE map. */
const ASSUMED = { vePercent: 88, lambda: 0.82 } as const;
/** Voltage with the alternator charging, V. */
const FULL_LOAD_V = 14;
/** The idle that dead-time share is judged at. */
export const IDLE_POINT = { speed: 1000, manifoldPressure: 35, coolant: 85, air: 25, battery: 14 } as const;
const ASSUMED_IDLE = { vePercent: 45, lambda: 0.96 } as const;
const HIGH_DEAD_SHARE_PERCENT = 50;

const FLOW_NEEDS: readonly FieldPath[] = [
  'injectors.ratedFlow',
  'injectors.ratedPressure',
  'injectors.testDensity',
  'injectors.railPressure',
  'injectors.regulator',
  'engine.fuel',
];

/** What the injector fields mean: flow at the real pressure, duty at peak power, power the set feeds, the idle pulse. */
export function injectorMeaning(document: Calibration): Figure[] {
  const flow = flowFigures(document);
  const fullLoad = fullLoadAt(document, 'engine.powerPeakSpeed');
  const torqueLoad = fullLoadAt(document, 'engine.torquePeakSpeed');
  const leastMs = baseValue(document, 'injectors.leastPulse');
  const idle = idlePulse(document);
  const figures: Figure[] = [
    {
      id: 'flowReal',
      label: 'Flow at real pressure',
      value: flow?.volumeCm3PerMin ?? null,
      unit: 'cm³/min',
      decimals: 1,
      how:
        flow === null
          ? 'rated flow × √(pressure across ÷ rated pressure)'
          : `${flow.gPerS.toFixed(3)} g/s of fuel at ${flow.acrossKpa.toFixed(0)} kPa across, engine at barometric pressure`,
      needs: FLOW_NEEDS,
    },
    {
      id: 'duty',
      label: 'Duty at peak power',
      value: fullLoad.dutyPercent,
      unit: '%',
      decimals: 1,
      how: fullLoad.how,
      needs: [
        ...FLOW_NEEDS,
        'injectors.deadTime',
        'engine.powerPeakSpeed',
        'engine.maxManifoldPressure',
        ...sizePaths(document),
      ],
      ...(fullLoad.dutyPercent !== null && fullLoad.dutyPercent > DUTY_LIMIT_PERCENT
        ? {
            caution: `Above ${DUTY_LIMIT_PERCENT} %: this set cannot feed the engine you describe. Fit larger injectors or more pressure.`,
          }
        : {}),
    },
    {
      id: 'torqueDuty',
      label: 'Duty at peak torque',
      value: torqueLoad.dutyPercent,
      unit: '%',
      decimals: 1,
      how: torqueLoad.how,
      needs: [
        ...FLOW_NEEDS,
        'injectors.deadTime',
        'engine.torquePeakSpeed',
        'engine.maxManifoldPressure',
        ...sizePaths(document),
      ],
    },
    {
      id: 'headRoom',
      label: `Head-room at peak power, to ${DUTY_LIMIT_PERCENT} %`,
      value: fullLoad.headRoomPercent,
      unit: '%',
      decimals: 0,
      how: 'fuel this set could still add; dead time does not grow with it',
      needs: [...FLOW_NEEDS, 'injectors.deadTime', 'engine.powerPeakSpeed', 'engine.maxManifoldPressure'],
    },
    {
      id: 'torqueHeadRoom',
      label: `Head-room at peak torque, to ${DUTY_LIMIT_PERCENT} %`,
      value: torqueLoad.headRoomPercent,
      unit: '%',
      decimals: 0,
      how: 'fuel this set could still add; dead time does not grow with it',
      needs: [...FLOW_NEEDS, 'injectors.deadTime', 'engine.torquePeakSpeed', 'engine.maxManifoldPressure'],
    },
    {
      id: 'power',
      label: 'Power the set can feed',
      value: document.engine.induction === null ? null : fullLoad.powerKw,
      unit: 'kW',
      decimals: 0,
      how: `its fuel at ${DUTY_LIMIT_PERCENT} % duty, full load, dead time taken off, ÷ ${Math.round(bsfcOf(document))} g/kWh`,
      needs: [
        ...FLOW_NEEDS,
        'injectors.deadTime',
        'engine.powerPeakSpeed',
        'engine.maxManifoldPressure',
        'engine.induction',
        ...sizePaths(document),
      ],
    },
    {
      id: 'idlePulse',
      label: 'Idle pulse',
      value: idle.openingMs,
      unit: 'ms',
      decimals: 2,
      how: idle.how,
      needs: [...FLOW_NEEDS, 'injectors.deadTime', ...sizePaths(document)],
      ...(idle.netMs !== null && leastMs !== null && idle.netMs < leastMs
        ? {
            caution: `Its net time of ${idle.netMs.toFixed(2)} ms is below the ${leastMs} ms this set repeats: idle will wander. Fit smaller injectors or lower the pressure.`,
          }
        : {}),
    },
    {
      id: 'deadShare',
      label: 'Dead-time share of the idle pulse',
      value: idle.deadSharePercent,
      unit: '%',
      decimals: 0,
      how:
        idle.deadMs === null
          ? 'dead time ÷ opening'
          : `${idle.deadMs.toFixed(2)} ms dead at ${IDLE_POINT.battery} V; a tenth of it wrong moves idle mixture by ${idle.lambdaShiftPercent?.toFixed(1)} %`,
      needs: [...FLOW_NEEDS, 'injectors.deadTime', ...sizePaths(document)],
      ...(idle.deadSharePercent !== null && idle.deadSharePercent > HIGH_DEAD_SHARE_PERCENT
        ? {
            caution:
              'More than half the idle pulse is dead time: idle mixture hangs on this table. Measure it.',
          }
        : {}),
    },
  ];
  return figures.map((figure) => ({
    ...figure,
    needs:
      figure.value === null
        ? [...new Set(figure.needs)].filter((path) => valueAt(document, path) === null)
        : [],
  }));
}

function sizePaths(document: Calibration): FieldPath[] {
  return document.engine.geometry === 'displacement'
    ? ['engine.displacement', 'engine.cylinders']
    : ['engine.bore', 'engine.stroke', 'engine.cylinders'];
}

/** What full load at one speed asks of the set. */
interface FullLoad {
  readonly dutyPercent: number | null;
  readonly headRoomPercent: number | null;
  readonly powerKw: number | null;
  readonly how: string;
}

const FULL_LOAD_UNKNOWN: FullLoad = {
  dutyPercent: null,
  headRoomPercent: null,
  powerKw: null,
  how: 'opening ÷ cycle time',
};

/** Duty, head-room and power at full load and a speed: from the maps where there are all, else from stated assumptions. */
function fullLoadAt(document: Calibration, speedPath: FieldPath): FullLoad {
  const speedRpm = baseValue(document, speedPath);
  const kpa = baseValue(document, 'engine.maxManifoldPressure');
  const known = capacityProgram(document, ASSUMED);
  if (known === null || speedRpm === null || kpa === null) return FULL_LOAD_UNKNOWN;
  const { program, fromMaps } = known;
  const point = { speed: speedRpm, manifoldPressure: kpa, coolant: 85, air: 25, battery: FULL_LOAD_V };
  const at = injectionAt(program, steadyPoint(document, program, point));
  const capacity = capacityAt(program, at, FULL_LOAD_V, DUTY_LIMIT_PERCENT);
  const opening = `${at.openingMs.toFixed(2)} ms of ${at.cycleMs.toFixed(2)} ms at ${speedRpm} rev/min, ${Math.round(kpa)} kPa abs`;
  return {
    dutyPercent: at.dutyPercent,
    headRoomPercent: capacity?.headRoomPercent ?? null,
    powerKw:
      capacity === null
        ? null
        : feedablePowerKw((capacity.fuelMg * program.cylinders) / at.cycleMs, bsfcOf(document)),
    how: fromMaps
      ? `${opening}, from the maps`
      : `${opening}, assuming VE ${ASSUMED.vePercent} %, lambda ${ASSUMED.lambda}, until there are maps`,
  };
}

/** Fuel for work at the crank, g/kWh, by charger and heating value of the fuel. */
function bsfcOf({ engine: { induction, fuel } }: Calibration): number {
  const charged = induction?.value === 'supercharger' || induction?.value === 'turbocharger';
  const petrolBsfc = charged ? PETROL_BSFC.charged : PETROL_BSFC.natural;
  if (fuel === null) return petrolBsfc;
  const heating = Math.min(PETROL_HEATING_MJ_PER_KG, fuelById(fuel.value).heatingMjPerKg);
  return (petrolBsfc * PETROL_HEATING_MJ_PER_KG) / heating;
}

interface IdlePulse {
  readonly netMs: number | null;
  readonly openingMs: number | null;
  readonly deadMs: number | null;
  readonly deadSharePercent: number | null;
  readonly lambdaShiftPercent: number | null;
  readonly how: string;
}

const IDLE_UNKNOWN: IdlePulse = {
  netMs: null,
  openingMs: null,
  deadMs: null,
  deadSharePercent: null,
  lambdaShiftPercent: null,
  how: 'net time + short-pulse time + dead time',
};

function idlePulse(document: Calibration): IdlePulse {
  const known = capacityProgram(document, ASSUMED_IDLE);
  if (known === null) return IDLE_UNKNOWN;
  const { program, fromMaps } = known;
  const { netMs, deadMs, openingMs } = injectionAt(program, steadyPoint(document, program, IDLE_POINT));
  if (netMs === 0) return IDLE_UNKNOWN;
  return {
    netMs,
    openingMs,
    deadMs,
    deadSharePercent: (100 * deadMs) / openingMs,
    lambdaShiftPercent: (10 * deadMs) / netMs,
    how: fromMaps
      ? `at ${IDLE_POINT.speed} rev/min, ${IDLE_POINT.manifoldPressure} kPa abs, hot, from the maps`
      : `assuming VE ${ASSUMED_IDLE.vePercent} % at ${IDLE_POINT.manifoldPressure} kPa abs, until there are maps`,
  };
}

/** Net time at the idle that dead-time share is judged at, ms; null while something is missing. */
export function idleNetMs(document: Calibration): number | null {
  return idlePulse(document).netMs;
}
