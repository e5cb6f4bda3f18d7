import type { EngineModel, Injection, OperatingPoint } from '../fuel';
import { injectionAt } from '../fuel';
import { cellShares, type Grid } from '../map';
import { formatNumber } from '../units';
import { correctionSteps } from './correctionSteps';
import { coolant, input, pressure, speed, throttle } from './inputs';
import { sparkSteps } from './sparkSteps';
import type { Step, Workings } from './step';

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
      ...sparkSteps(model, point, injection),
    ],
  };
}

/** Load by throttle, where the idle valve counts like a throttle a little open. */
function loadSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const { idleAir } = model.maps;
  if (!usesThrottle(model) || idleAir === null || model.idleWorthPercent === 0) return [];
  return [
    {
      id: 'load',
      title: 'Load by throttle',
      formula: 'load = throttle + idle air · worth / 100',
      inputs: [
        throttle(point.throttlePercent),
        coolant(point),
        input('worth', 'Idle valve fully open, in throttle', model.idleWorthPercent, 1, '%'),
      ],
      result: input('load', 'Load', at.loadThrottlePercent, 2, '%'),
      mapId: 'idleAir',
      cells: cellShares(idleAir, point.coolantC, 0),
    },
  ];
}

function usesThrottle({ strategy }: EngineModel): boolean {
  return strategy === 'throttle' || strategy === 'throttlePressure';
}

/** The step of the map that filling is read from; none where air is measured or not modelled. */
function fillingSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const { ve } = model.maps;
  if (ve === null) return [];
  const byThrottle = usesThrottle(model);
  const load = byThrottle ? at.loadThrottlePercent : point.manifoldKpa;
  return [
    {
      id: 've',
      title: 'Volumetric efficiency',
      formula: `VE map at speed and ${byThrottle ? 'throttle' : 'pressure'}, between four cells${model.blend === null ? '' : ', blended with the second map'}`,
      inputs: [speed(point), byThrottle ? throttle(load) : pressure(point)],
      result: input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
      mapId: byThrottle ? 'veThrottle' : 've',
      cells: cellShares(ve, point.speedRpm, load),
    },
  ];
}

function airSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const charge: Step = {
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
  };
  switch (model.strategy) {
    case 'pulseWidth':
      return [];
    case 'airMass':
      return [
        {
          id: 'air',
          title: 'Air in the cylinder',
          formula: 'm_air = flow · 120 000 / (speed · cylinders)',
          inputs: [
            input('flow', 'Air-mass meter', point.airFlowGPerS, 2, 'g/s'),
            speed(point),
            input('cylinders', 'Cylinders', model.cylinders, 0, ''),
          ],
          result: input('m_air', 'Air', at.airMg, 2, 'mg'),
        },
      ];
    case 'speedDensity':
    case 'throttle':
    case 'throttlePressure':
      return [
        ...loadSteps(model, point, at),
        ...fillingSteps(model, point, at),
        charge,
        {
          id: 'air',
          title: 'Air in the cylinder',
          formula: 'm_air = VE/100 · p · V / (R · T), R = 287.05 J/(kg·K)',
          inputs: [
            input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
            input('p', PRESSURE_WORDS[model.strategy], at.densityKpa, 1, 'kPa abs'),
            input('V', 'Swept volume, one cylinder', model.cylinderVolumeCm3, 2, 'cm³'),
            input('T', 'Charge', at.chargeC + 273.15, 1, 'K'),
          ],
          result: input('m_air', 'Air', at.airMg, 2, 'mg'),
        },
      ];
  }
}

const PRESSURE_WORDS = {
  speedDensity: 'Manifold pressure',
  throttle: 'Barometric pressure',
  throttlePressure: 'Manifold pressure, barometric at least',
} as const;

/** Where the base fuel comes from: target and air, or the plain pulse. */
function baseFuelSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const cranking = point.phase === 'cranking';
  const byThrottle = model.loadAxis === 'throttle';
  const load = byThrottle ? at.loadThrottlePercent : point.manifoldKpa;
  const target: Step[] = cranking
    ? []
    : [
        {
          id: 'lambda',
          title: 'Lambda target',
          formula: `Lambda map at speed and ${byThrottle ? 'throttle' : 'pressure'}`,
          inputs: [speed(point), byThrottle ? throttle(load) : pressure(point)],
          result: input('lambda', 'Lambda target', at.lambdaMapped, 3, ''),
          mapId: byThrottle ? 'lambdaThrottle' : 'lambda',
          cells: cellShares(model.maps.lambda, point.speedRpm, load),
        },
        ...correctionSteps(model, point, at, 'target'),
      ];
  const { pulse } = model.maps;
  if (at.pulseMs !== null && pulse !== null) {
    return [
      ...target,
      {
        id: 'baseFuel',
        title: 'Fuel of the base pulse',
        formula: 'm₀ = pulse · q; the lambda target does not enter',
        inputs: [
          speed(point),
          pressure(point),
          input('pulse', 'Base pulse', at.pulseMs, 3, 'ms'),
          input('q', 'Flow', at.flowGPerS, 4, 'g/s'),
        ],
        result: input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
        mapId: 'pulse',
        cells: cellShares(pulse, point.speedRpm, point.manifoldKpa),
      },
    ];
  }
  return [
    ...target,
    {
      id: 'baseFuel',
      title: cranking ? 'Stoichiometric fuel' : 'Fuel for the target',
      formula: cranking ? 'm₀ = m_air / ratio' : 'm₀ = m_air / (lambda · ratio)',
      inputs: [
        input('m_air', 'Air', at.airMg, 2, 'mg'),
        ...(cranking ? [] : [input('lambda', 'Lambda target', at.lambdaTarget, 3, '')]),
        input('ratio', 'Stoichiometric ratio of the fuel', at.stoichiometricRatio, 2, ''),
      ],
      result: input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
    },
  ];
}

function fuelSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const base = baseFuelSteps(model, point, at);
  const built = point.phase === 'cranking' ? crankingSteps(model, point, at) : runningSteps(model, point, at);
  return [...base, ...built, ...correctionSteps(model, point, at, 'fuel'), ...trimSteps(model, point, at)];
}

function crankingSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const { crankingTaper } = model.maps;
  return [
    {
      id: 'cranking',
      title: 'Cranking fuel',
      formula: crankingTaper === null ? 'm = m₀ · cranking multiple' : 'm = m₀ · cranking multiple · taper',
      inputs: [
        coolant(point),
        input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
        input('c', 'Cranking multiple', at.crankingMapped, 3, '×'),
        ...(crankingTaper === null
          ? []
          : [input('taper', `After ${formatNumber(point.turns, 0)} turns`, 100 * at.crankingTaper, 0, '%')]),
      ],
      result: input('m', 'Fuel', at.enrichedMg, 3, 'mg'),
      mapId: 'cranking',
      cells: cellShares(model.maps.cranking, point.coolantC, 0),
    },
  ];
}

function runningSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const accelerating = at.acceleration !== 1 && model.maps.acceleration !== null;
  return [
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
    ...(accelerating ? [accelerationStep(model.maps.acceleration as Grid, point, at)] : []),
    {
      id: 'fuel',
      title: 'Fuel mass',
      formula: accelerating ? 'm = m₀ · a · w · acc' : 'm = m₀ · a · w',
      inputs: [
        input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
        input('a', 'After-start', at.afterStart, 3, '×'),
        input('w', 'Warm-up', at.warmUp, 3, '×'),
        ...(accelerating ? [input('acc', 'Acceleration', at.acceleration, 3, '×')] : []),
      ],
      result: input('m', 'Fuel', at.enrichedMg, 3, 'mg'),
    },
  ];
}

function accelerationStep(map: Grid, point: OperatingPoint, at: Injection): Step {
  return {
    id: 'acceleration',
    title: 'Acceleration enrichment',
    formula: 'acc = 1 + curve(rate) · cold(T)/100, fading over its turns',
    inputs: [
      input('rate', 'Throttle opens by', point.throttleRatePercentPerS, 0, '%/s'),
      coolant(point),
      input('turns', 'Since it began', point.turnsSinceOpening, 0, 'turns'),
    ],
    result: input('acc', 'Acceleration', at.acceleration, 3, '×'),
    mapId: 'acceleration',
    cells: cellShares(map, point.throttleRatePercentPerS, 0),
  };
}

/** Gear and cylinder trim, and the cut; only where they change something. */
function trimSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const steps: Step[] = [];
  if (at.trim !== 1) {
    const cylinder = point.cylinder !== null && model.maps.fuelCylinder !== null;
    steps.push({
      id: 'trim',
      title: 'Trim',
      formula: 'factor = (1 + gear/100) · (1 + cylinder/100)',
      inputs: [
        input('gear', 'Gear', point.gear, 0, ''),
        ...(cylinder ? [input('cylinder', 'Cylinder', point.cylinder ?? 0, 0, '')] : []),
      ],
      result: input('trim', 'Trim', at.trim, 4, '×'),
      mapId: cylinder ? 'fuelCylinder' : 'fuelGear',
    });
  }
  if (at.cut) {
    steps.push({
      id: 'cut',
      title: 'Overrun cut',
      formula: 'Speed, throttle, pressure and coolant all say that the car drives the engine: no fuel',
      inputs: [speed(point), pressure(point), throttle(point.throttlePercent), coolant(point)],
      result: input('m', 'Fuel', at.fuelMg, 3, 'mg'),
    });
  }
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
  ];
}
