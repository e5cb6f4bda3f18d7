import type { EngineModel, Injection, OperatingPoint } from '../fuel';
import { injectionAt } from '../fuel';
import { cellShares, type CellShare } from '../map';
import type { MapId } from '../calibration';
import { formatNumber } from '../units';

/** A named number that goes into a step. */
export interface StepInput {
  readonly symbol: string;
  readonly label: string;
  readonly value: string;
}

/** One step from sensors to opening: its formula, what goes in, what comes out. */
export interface Step {
  readonly id: string;
  readonly title: string;
  readonly formula: string;
  readonly inputs: readonly StepInput[];
  readonly result: StepInput;
  /** The map it reads, if it reads one. */
  readonly mapId?: MapId;
  /** The cells that took part, with their weights. */
  readonly cells?: readonly CellShare[];
}

/** An operating point worked through. */
export interface Workings {
  readonly injection: Injection;
  readonly steps: readonly Step[];
}

/**
 * Every step from air mass to opening, duty and spark angle. The numbers are those of `injectionAt`, which the virtual
 * ECU uses too; this only puts them into words.
 */
export function workingsAt(model: EngineModel, point: OperatingPoint): Workings {
  const injection = injectionAt(model, point);
  return {
    injection,
    steps: [
      ...airSteps(model, point, injection),
      ...fuelSteps(model, point, injection),
      ...openingSteps(model, point, injection),
    ],
  };
}

function airSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  return [
    {
      id: 've',
      title: 'Volumetric efficiency',
      formula: 'VE map at speed and pressure, between four cells',
      inputs: [speed(point), pressure(point)],
      result: input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
      mapId: 've',
      cells: cellShares(model.maps.ve, point.speedRpm, point.manifoldKpa),
    },
    {
      id: 'charge',
      title: 'Charge temperature',
      formula: 'T = T_air + k(flow) · (T_coolant − T_air)',
      inputs: [
        input('T_air', 'Air', point.airC, 1, '°C'),
        input('T_coolant', 'Coolant', point.coolantC, 1, '°C'),
        input('flow', 'Air flow, first estimate', at.flowEstimateGPerS, 2, 'g/s'),
        input('k', 'Heating, falls with flow', at.heating, 3, ''),
      ],
      result: input('T', 'Charge', at.chargeC, 1, '°C'),
    },
    {
      id: 'air',
      title: 'Air in the cylinder',
      formula: 'm_air = VE/100 · p · V / (R · T), R = 287.05 J/(kg·K)',
      inputs: [
        input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
        pressure(point),
        input('V', 'Swept volume, one cylinder', model.cylinderVolumeCm3, 2, 'cm³'),
        input('T', 'Charge', at.chargeC + 273.15, 1, 'K'),
      ],
      result: input('m_air', 'Air', at.airMg, 2, 'mg'),
    },
  ];
}

function fuelSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const steps: Step[] = [];
  const cranking = point.phase === 'cranking';
  if (!cranking) {
    steps.push({
      id: 'lambda',
      title: 'Lambda target',
      formula: 'Lambda map at speed and pressure',
      inputs: [speed(point), pressure(point)],
      result: input('lambda', 'Lambda target', at.lambdaTarget, 3, ''),
      mapId: 'lambda',
      cells: cellShares(model.maps.lambda, point.speedRpm, point.manifoldKpa),
    });
  }
  steps.push({
    id: 'baseFuel',
    title: cranking ? 'Stoichiometric fuel' : 'Fuel for the target',
    formula: cranking ? 'm₀ = m_air / ratio' : 'm₀ = m_air / (lambda · ratio)',
    inputs: [
      input('m_air', 'Air', at.airMg, 2, 'mg'),
      ...(cranking ? [] : [input('lambda', 'Lambda target', at.lambdaTarget, 3, '')]),
      input('ratio', 'Stoichiometric ratio of the fuel', model.stoichiometricRatio, 2, ''),
    ],
    result: input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
  });
  if (cranking) {
    steps.push({
      id: 'cranking',
      title: 'Cranking fuel',
      formula: 'm = m₀ · cranking multiple',
      inputs: [
        coolant(point),
        input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
        input('c', 'Cranking multiple', at.crankingMultiple, 3, '×'),
      ],
      result: input('m', 'Fuel', at.fuelMg, 3, 'mg'),
      mapId: 'cranking',
      cells: cellShares(model.maps.cranking, point.coolantC, 0),
    });
    return steps;
  }
  steps.push(
    {
      id: 'afterStart',
      title: 'After-start enrichment',
      formula: 'a = 1 + (a₀ − 1) · (1 − t/decay), 1 after the decay',
      inputs: [
        coolant(point),
        input('a₀', 'At the start', at.afterStartInitial, 3, '×'),
        input('decay', 'Decay', at.afterStartDecayS, 1, 's'),
        input('t', 'Since start', point.sinceStartS, 1, 's'),
      ],
      result: input('a', 'After-start', at.afterStart, 3, '×'),
      mapId: 'afterStart',
      cells: cellShares(model.maps.afterStart, point.coolantC, 0),
    },
    {
      id: 'warmUp',
      title: 'Warm-up enrichment',
      formula: 'Warm-up curve at coolant temperature',
      inputs: [coolant(point)],
      result: input('w', 'Warm-up', at.warmUp, 3, '×'),
      mapId: 'warmUp',
      cells: cellShares(model.maps.warmUp, point.coolantC, 0),
    },
    {
      id: 'fuel',
      title: 'Fuel mass',
      formula: 'm = m₀ · a · w',
      inputs: [
        input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
        input('a', 'After-start', at.afterStart, 3, '×'),
        input('w', 'Warm-up', at.warmUp, 3, '×'),
      ],
      result: input('m', 'Fuel', at.fuelMg, 3, 'mg'),
    },
  );
  return steps;
}

function openingSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const { injector } = model;
  const fixed = injector.regulator !== 'manifold';
  const twice = injector.squirts > 1;
  const staged = at.secondOpeningMs > 0;
  return [
    {
      id: 'across',
      title: 'Pressure across the injector',
      formula: fixed ? 'Δp = rail + p_baro − p' : 'Δp = rail (the regulator follows the manifold)',
      inputs: [
        input('rail', 'Rail, gauge', injector.railGaugeKpa, 0, 'kPa'),
        ...(fixed ? [input('p_baro', 'Barometric', model.barometricKpa, 1, 'kPa'), pressure(point)] : []),
      ],
      result: input('Δp', 'Pressure across', at.acrossKpa, 1, 'kPa'),
    },
    {
      id: 'flow',
      title: 'Injector flow',
      formula:
        injector.flowPoints.length > 0
          ? 'between the measured flows, in √Δp'
          : 'q = q_rated · √(Δp / Δp_rated)',
      inputs: [
        input('q_rated', 'Rated flow, this fuel', injector.ratedFlowGPerS, 4, 'g/s'),
        input('Δp', 'Pressure across', at.acrossKpa, 1, 'kPa'),
        input('Δp_rated', 'Rated pressure', injector.ratedPressureKpa, 0, 'kPa'),
      ],
      result: input('q', 'Flow', at.flowGPerS, 4, 'g/s'),
    },
    ...(staged
      ? [
          {
            id: 'staging',
            title: 'Second injector set',
            formula: 'm₁ = m − what the second set gives',
            inputs: [
              input('m', 'Fuel', at.fuelMg, 3, 'mg'),
              input('m₂', 'Second set', at.fuelMg - at.firstMg, 3, 'mg'),
              input('opening₂', 'Its opening', at.secondOpeningMs, 3, 'ms'),
            ],
            result: input('m₁', 'First set', at.firstMg, 3, 'mg'),
          },
        ]
      : []),
    {
      id: 'net',
      title: 'Net time',
      formula: twice ? 't_net = m / 2 / q, injected twice a cycle' : 't_net = m / q',
      inputs: [
        input('m', staged ? 'Fuel, first set' : 'Fuel', at.firstMg, 3, 'mg'),
        input('q', 'Flow', at.flowGPerS, 4, 'g/s'),
      ],
      result: input('t_net', 'Net time', at.netMs, 3, 'ms'),
    },
    ...(injector.shortPulse.length > 0
      ? [
          {
            id: 'short',
            title: 'Short-pulse correction',
            formula: 'short-pulse table at the net time',
            inputs: [input('t_net', 'Net time', at.netMs, 3, 'ms')],
            result: input('t_short', 'Added', at.shortPulseMs, 3, 'ms'),
          },
        ]
      : []),
    {
      id: 'dead',
      title: 'Dead time',
      formula: 'dead-time table at battery voltage and pressure across',
      inputs: [
        input('V', 'Battery', point.batteryV, 1, 'V'),
        input('Δp', 'Pressure across', at.acrossKpa, 1, 'kPa'),
      ],
      result: input('t_dead', 'Dead time', at.deadMs, 3, 'ms'),
    },
    {
      id: 'opening',
      title: 'Injector opening',
      formula:
        injector.shortPulse.length > 0 ? 'opening = t_net + t_short + t_dead' : 'opening = t_net + t_dead',
      inputs: [
        input('t_net', 'Net time', at.netMs, 3, 'ms'),
        ...(injector.shortPulse.length > 0 ? [input('t_short', 'Added', at.shortPulseMs, 3, 'ms')] : []),
        input('t_dead', 'Dead time', at.deadMs, 3, 'ms'),
      ],
      result: input('opening', 'Opening', at.openingMs, 3, 'ms'),
    },
    {
      id: 'duty',
      title: 'Duty',
      formula: twice
        ? 'duty = 2 · opening / cycle time, cycle = 120 000 / speed'
        : 'duty = opening / cycle time, cycle = 120 000 / speed',
      inputs: [
        input('opening', 'Opening', at.openingMs, 3, 'ms'),
        input('cycle', 'Cycle time', at.cycleMs, 2, 'ms'),
      ],
      result: input('duty', 'Duty', at.dutyPercent, 1, '%'),
    },
    {
      id: 'spark',
      title: 'Spark advance',
      formula: 'Spark map at speed and pressure',
      inputs: [speed(point), pressure(point)],
      result: input('spark', 'Spark advance', at.sparkDeg, 1, '° BTDC'),
      mapId: 'spark',
      cells: cellShares(model.maps.spark, point.speedRpm, point.manifoldKpa),
    },
  ];
}

function input(symbol: string, label: string, value: number, decimals: number, unit: string): StepInput {
  return { symbol, label, value: `${formatNumber(value, decimals)}${unit === '' ? '' : ` ${unit}`}` };
}

function speed(point: OperatingPoint): StepInput {
  return input('N', 'Speed', point.speedRpm, 0, 'rev/min');
}

function pressure(point: OperatingPoint): StepInput {
  return input('p', 'Manifold pressure', point.manifoldKpa, 1, 'kPa abs');
}

function coolant(point: OperatingPoint): StepInput {
  return input('T_coolant', 'Coolant', point.coolantC, 1, '°C');
}
