import type { EngineModel, Injection, OperatingPoint } from '../fuel';
import { injectionAt, LAMBDA_LIMITS } from '../fuel';
import type { Grid } from '../map';

import { formatNumber } from '../units';
import { airSteps } from './airSteps';
import { correctionSteps } from './correctionSteps';
import { coolant, input, pressure, speed, throttle } from './inputs';
import { mapRead } from './mapRead';
import { openingSteps } from './openingSteps';
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
          ...mapRead(byThrottle ? 'lambdaThrottle' : 'lambda', model.maps.lambda, point.speedRpm, load),
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
        ...mapRead('pulse', pulse, point.speedRpm, point.manifoldKpa),
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
      beyond: heldTarget(at),
    },
  ];
}

/** What the corrections made of the target where that is beyond what is injected for. */
function heldTarget({ corrections, lambdaTarget }: Injection): string[] {
  const wanted = corrections.filter(({ on }) => on === 'target').at(-1)?.after ?? lambdaTarget;
  if (wanted === lambdaTarget) return [];
  const { min, max } = LAMBDA_LIMITS;
  return [
    `The corrections come to a target of ${formatNumber(wanted, 3)}; it is held within ${min} to ${max}.`,
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
      ...mapRead('cranking', model.maps.cranking, point.coolantC),
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
      ...mapRead('afterStart', model.maps.afterStart, point.coolantC),
    },
    {
      id: 'warmUp',
      title: 'Warm-up enrichment',
      formula: 'Warm-up curve at coolant temperature',
      inputs: [coolant(point)],
      result: input('w', 'Warm-up', at.warmUp, 3, '×'),
      ...mapRead('warmUp', model.maps.warmUp, point.coolantC),
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
    ...mapRead('acceleration', map, point.throttleRatePercentPerS),
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
