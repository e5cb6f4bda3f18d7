import {
  baseValue,
  engineModel,
  sweptVolumePerCylinderCm3,
  valueAt,
  steadyPoint,
  type Calibration,
  type FieldPath,
} from '../calibration';
import { cycleTimeMs } from '../engine';
import { airMassMg, fuelById, fuelMassMg, injectionAt } from '../fuel';
import { dutyPercent, deadTimeAt, deadTimeSurface, feedablePowerKw } from '../injector';
import { flowFigures, type Flow } from './injectorFlow';
import type { Figure } from './meaning';

/** Highest duty an injector is planned for, %: above it closing and opening run into each other. */
const DUTY_LIMIT_PERCENT = 85;
/** Fuel for work at the crank, g/kWh, for the power a set can feed; alcohols by their heating value. */
const PETROL_BSFC = { charged: 340, natural: 300 } as const;
const PETROL_HEATING_MJ_PER_KG = 43;
/** Filling and charge assumed at peak power while there is no VE map. */
const ASSUMED = { vePercent: 88, chargeC: 45, lambda: 0.82 } as const;
/** The idle that dead-time share is judged at. */
export const IDLE_POINT = { speedRpm: 1000, manifoldKpa: 35, coolantC: 85, airC: 25, batteryV: 14 } as const;
const ASSUMED_IDLE = { vePercent: 45, chargeC: 50, lambda: 0.96 } as const;
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
  const duty = dutyAt(document, flow, 'engine.powerPeakSpeed');
  const torqueDuty = dutyAt(document, flow, 'engine.torquePeakSpeed');
  const leastMs = baseValue(document, 'injectors.leastPulse');
  const idle = idlePulse(document, flow);
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
      value: duty.percent,
      unit: '%',
      decimals: 1,
      how: duty.how,
      needs: [
        ...FLOW_NEEDS,
        'injectors.deadTime',
        'engine.powerPeakSpeed',
        'engine.maxManifoldPressure',
        ...sizePaths(document),
      ],
      ...(duty.percent !== null && duty.percent > DUTY_LIMIT_PERCENT
        ? {
            caution: `Above ${DUTY_LIMIT_PERCENT} %: this set cannot feed the engine you describe. Fit larger injectors or more pressure.`,
          }
        : {}),
    },
    {
      id: 'torqueDuty',
      label: 'Duty at peak torque',
      value: torqueDuty.percent,
      unit: '%',
      decimals: 1,
      how: torqueDuty.how,
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
      value: duty.percent === null ? null : (100 * DUTY_LIMIT_PERCENT) / duty.percent - 100,
      unit: '%',
      decimals: 0,
      how: 'fuel this set could still add',
      needs: [...FLOW_NEEDS, 'injectors.deadTime', 'engine.powerPeakSpeed', 'engine.maxManifoldPressure'],
    },
    {
      id: 'torqueHeadRoom',
      label: `Head-room at peak torque, to ${DUTY_LIMIT_PERCENT} %`,
      value: torqueDuty.percent === null ? null : (100 * DUTY_LIMIT_PERCENT) / torqueDuty.percent - 100,
      unit: '%',
      decimals: 0,
      how: 'fuel this set could still add',
      needs: [...FLOW_NEEDS, 'injectors.deadTime', 'engine.torquePeakSpeed', 'engine.maxManifoldPressure'],
    },
    power(document, flow),
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
          : `${idle.deadMs.toFixed(2)} ms dead at ${IDLE_POINT.batteryV} V; a tenth of it wrong moves idle mixture by ${idle.lambdaShiftPercent?.toFixed(1)} %`,
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

/** Duty at full load and a speed: from the maps where there are all, else from stated assumptions. */
function dutyAt(
  document: Calibration,
  flow: Flow | null,
  speedPath: FieldPath,
): { percent: number | null; how: string } {
  const speed = baseValue(document, speedPath);
  const kpa = baseValue(document, 'engine.maxManifoldPressure');
  const volume = sweptVolumePerCylinderCm3(document);
  const table = document.injectors.deadTime;
  const fuel = document.engine.fuel;
  if (flow === null || speed === null || kpa === null || volume === null || table === null || fuel === null) {
    return { percent: null, how: 'opening ÷ cycle time' };
  }
  const result = engineModel(document);
  if (result.ok) {
    const at = injectionAt(
      result.model,
      steadyPoint(document, result.model, {
        speedRpm: speed,
        manifoldKpa: kpa,
        coolantC: 85,
        airC: 25,
        batteryV: 14,
      }),
    );
    return {
      percent: at.dutyPercent,
      how: `${at.openingMs.toFixed(2)} ms of ${at.cycleMs.toFixed(2)} ms at ${speed} rev/min, ${Math.round(kpa)} kPa abs, from the maps`,
    };
  }
  const fuelMg = fuelMassMg(
    airMassMg(ASSUMED.vePercent, kpa, volume, ASSUMED.chargeC),
    ASSUMED.lambda,
    fuelById(fuel.value).stoichiometricRatio,
  );
  const opening = fuelMg / flow.at(kpa) + deadTimeAt(deadTimeSurface(table), 14, flow.acrossAt(kpa));
  return {
    percent: dutyPercent(opening, cycleTimeMs(speed)),
    how: `assuming VE ${ASSUMED.vePercent} %, lambda ${ASSUMED.lambda}, until there are maps`,
  };
}

function power(document: Calibration, flow: Flow | null): Figure {
  const { induction, fuel } = document.engine;
  const cylinders = baseValue(document, 'engine.cylinders');
  const charged = induction?.value === 'supercharger' || induction?.value === 'turbocharger';
  const petrolBsfc = charged ? PETROL_BSFC.charged : PETROL_BSFC.natural;
  const bsfc =
    fuel === null
      ? petrolBsfc
      : (petrolBsfc * PETROL_HEATING_MJ_PER_KG) /
        Math.min(PETROL_HEATING_MJ_PER_KG, fuelById(fuel.value).heatingMjPerKg);
  const known = flow !== null && cylinders !== null && induction !== null;
  return {
    id: 'power',
    label: 'Power the set can feed',
    value: known ? feedablePowerKw(flow.gPerS * cylinders, DUTY_LIMIT_PERCENT, bsfc) : null,
    unit: 'kW',
    decimals: 0,
    how: `flow × injectors × ${DUTY_LIMIT_PERCENT} % ÷ ${Math.round(bsfc)} g/kWh`,
    needs: [...FLOW_NEEDS, 'engine.cylinders', 'engine.induction'],
  };
}

interface IdlePulse {
  readonly netMs: number | null;
  readonly openingMs: number | null;
  readonly deadMs: number | null;
  readonly deadSharePercent: number | null;
  readonly lambdaShiftPercent: number | null;
  readonly how: string;
}

function idlePulse(document: Calibration, flow: Flow | null): IdlePulse {
  const volume = sweptVolumePerCylinderCm3(document);
  const table = document.injectors.deadTime;
  const fuel = document.engine.fuel;
  if (flow === null || volume === null || table === null || fuel === null) {
    return {
      netMs: null,
      openingMs: null,
      deadMs: null,
      deadSharePercent: null,
      lambdaShiftPercent: null,
      how: 'net time + dead time',
    };
  }
  const result = engineModel(document);
  if (result.ok) {
    const at = injectionAt(result.model, steadyPoint(document, result.model, IDLE_POINT));
    return idleOf(
      at.netMs,
      at.deadMs,
      `at ${IDLE_POINT.speedRpm} rev/min, ${IDLE_POINT.manifoldKpa} kPa abs, hot, from the maps`,
    );
  }
  const fuelMg = fuelMassMg(
    airMassMg(ASSUMED_IDLE.vePercent, IDLE_POINT.manifoldKpa, volume, ASSUMED_IDLE.chargeC),
    ASSUMED_IDLE.lambda,
    fuelById(fuel.value).stoichiometricRatio,
  );
  const deadMs = deadTimeAt(
    deadTimeSurface(table),
    IDLE_POINT.batteryV,
    flow.acrossAt(IDLE_POINT.manifoldKpa),
  );
  return idleOf(
    fuelMg / flow.at(IDLE_POINT.manifoldKpa),
    deadMs,
    `assuming VE ${ASSUMED_IDLE.vePercent} % at ${IDLE_POINT.manifoldKpa} kPa abs, until there are maps`,
  );
}

function idleOf(netMs: number, deadMs: number, how: string): IdlePulse {
  const openingMs = netMs + deadMs;
  return {
    netMs,
    openingMs,
    deadMs,
    deadSharePercent: (100 * deadMs) / openingMs,
    lambdaShiftPercent: (10 * deadMs) / netMs,
    how,
  };
}

/** Net time at the idle that dead-time share is judged at, ms; null while something is missing. */
export function idleNetMs(document: Calibration): number | null {
  return idlePulse(document, flowFigures(document)).netMs;
}
