import { airFlowGPerS } from '../air';
import { AT, type Frame, PHASE, read } from '../channel';
import { isOverrun } from '../control';
import { type Injection, injectionAt, LAMBDA_LIMITS } from '../ecu';
import type { EcuProgram } from '../program';
import { lookUpCurve } from '../numeric';
import { formatNumber } from '../units';
import { airSteps } from './airSteps';
import { correctionSteps } from './correctionSteps';
import { coolant, input, pressure, speed, throttle } from './inputs';
import { type MapPoint, mapReads } from './mapRead';
import { knockSteps } from './knockSteps';
import { limitSteps } from './limitSteps';
import { loopSteps } from './loopSteps';
import { openingSteps } from './openingSteps';
import { sparkSteps } from './sparkSteps';
import type { Step, Workings } from './step';

/**
 * Every step from air mass to opening, duty and spark angle. The numbers are those of `injectionAt`, which the virtual
 * ECU uses too; this only puts them into words.
 */
export function workingsAt(program: EcuProgram, frame: Frame): Workings {
  const injection = injectionAt(program, frame);
  return {
    injection,
    steps: [
      ...airSteps(program, frame, injection),
      ...fuelSteps(program, frame, injection),
      ...openingSteps(program, frame, injection),
      ...limitSteps(program, frame),
      ...sparkSteps(program, frame, injection),
      ...knockSteps(program, frame),
    ],
  };
}

/** Where the base fuel comes from: target and air, or the plain pulse. */
function baseFuelSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const cranking = read(frame, AT.phase) !== PHASE.running;
  const byThrottle = program.load.axis === 'throttle';
  const load = byThrottle ? at.loadThrottlePercent : read(frame, AT.manifoldPressure);
  const target: Step[] = cranking
    ? []
    : [
        {
          id: 'lambda',
          title: 'Lambda target',
          formula: `Lambda map at speed and ${byThrottle ? 'throttle' : 'pressure'}`,
          inputs: [speed(frame), byThrottle ? throttle(load) : pressure(frame)],
          result: input('lambda', 'Lambda target', at.lambdaMapped, 3, ''),
          ...mapReads(program, frame, [program.load.target, read(frame, AT.speed), load]),
        },
        ...correctionSteps(program, frame, at, 'target'),
      ];
  if (at.pulseMs !== null) {
    return [
      ...target,
      {
        id: 'baseFuel',
        title: 'Fuel of the base pulse',
        formula: 'm₀ = pulse · q; the lambda target does not enter',
        inputs: [
          speed(frame),
          pressure(frame),
          input('pulse', 'Base pulse', at.pulseMs, 3, 'ms'),
          input('q', 'Flow', at.flowGPerS, 4, 'g/s'),
        ],
        result: input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
        ...mapReads(program, frame, ['pulse', read(frame, AT.speed), read(frame, AT.manifoldPressure)]),
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

function fuelSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const base = baseFuelSteps(program, frame, at);
  const built =
    read(frame, AT.phase) !== PHASE.running
      ? crankingSteps(program, frame, at)
      : runningSteps(program, frame, at);
  return [
    ...base,
    ...built,
    ...correctionSteps(program, frame, at, 'fuel'),
    ...loopSteps(program, frame, airFlowGPerS(at.airMg, program.cylinders, read(frame, AT.speed))),
    ...trimSteps(program, frame, at),
    ...filmSteps(program, frame, at),
  ];
}

function crankingSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const tapers = program.tables.crankingTaper !== undefined;
  return [
    {
      id: 'cranking',
      title: 'Cranking fuel',
      formula: tapers ? 'm = m₀ · cranking multiple · taper' : 'm = m₀ · cranking multiple',
      inputs: [
        coolant(frame),
        input('m₀', 'Fuel', at.baseFuelMg, 3, 'mg'),
        input('c', 'Cranking multiple', at.crankingMapped, 3, '×'),
        ...(tapers
          ? [
              input(
                'taper',
                `After ${formatNumber(read(frame, AT.turns), 0)} turns`,
                100 * at.crankingTaper,
                0,
                '%',
              ),
            ]
          : []),
      ],
      result: input('m', 'Fuel', at.enrichedMg, 3, 'mg'),
      ...mapReads(
        program,
        frame,
        ['cranking', read(frame, AT.coolant)],
        ['crankingTaper', read(frame, AT.turns)],
      ),
    },
  ];
}

function runningSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const accelerating = at.acceleration !== 1 && program.tables.acceleration !== undefined;
  return [
    {
      id: 'afterStart',
      title: 'After-start enrichment',
      formula: 'a = 1 + (a₀ − 1) · (1 − t/decay), 1 after the decay',
      inputs: [
        coolant(frame),
        input('a₀', 'At the start', at.afterStartInitial, 3, '×'),
        input('decay', 'Decay', at.afterStartDecayS, 1, 's'),
        input('t', 'Since start', read(frame, AT.sinceStart), 1, 's'),
      ],
      result: input('a', 'After-start', at.afterStart, 3, '×'),
      ...mapReads(
        program,
        frame,
        ['afterStart', read(frame, AT.coolant)],
        ['afterStartDecay', read(frame, AT.coolant)],
      ),
    },
    {
      id: 'warmUp',
      title: 'Warm-up enrichment',
      formula: 'Warm-up curve at coolant temperature',
      inputs: [coolant(frame)],
      result: input('w', 'Warm-up', at.warmUp, 3, '×'),
      ...mapReads(program, frame, ['warmUp', read(frame, AT.coolant)]),
    },
    ...(accelerating ? [accelerationStep(program, frame, at)] : []),
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

function accelerationStep(program: EcuProgram, frame: Frame, at: Injection): Step {
  return {
    id: 'acceleration',
    title: 'Acceleration enrichment',
    formula: 'acc = 1 + curve(rate) · cold(T)/100, fading over its turns',
    inputs: [
      input('rate', 'Throttle opens by', read(frame, AT.throttleRate), 0, '%/s'),
      coolant(frame),
      input('turns', 'Since it began', read(frame, AT.turnsSinceOpening), 0, 'turns'),
    ],
    result: input('acc', 'Acceleration', at.acceleration, 3, '×'),
    ...mapReads(
      program,
      frame,
      ['acceleration', read(frame, AT.throttleRate)],
      ['accelerationCold', read(frame, AT.coolant)],
    ),
  };
}

/** The film on the wall, which a point that lasts has in balance; nothing where none is followed. */
function filmSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const { film } = program;
  if (film === null || at.cut || read(frame, AT.phase) !== PHASE.running) return [];
  const coolantC = read(frame, AT.coolant);
  return [
    {
      id: 'film',
      title: 'Film on the wall',
      formula: 'injected = (wanted − what leaves the wall) / (1 − X); at a point that lasts, what is wanted',
      inputs: [
        coolant(frame),
        input('X', 'Stays on the wall', lookUpCurve(film.sharePercent, coolantC), 0, '%'),
        input('τ', 'Dries in', lookUpCurve(film.timeS, coolantC), 2, 's'),
        input('wanted', 'Fuel wanted', at.wantedMg, 3, 'mg'),
      ],
      result: input('m', 'Fuel', at.fuelMg, 3, 'mg'),
      ...mapReads(program, frame, ['filmShare', coolantC], ['filmTime', coolantC]),
    },
  ];
}

/** Gear and cylinder trim, and the cut; only where they change something. */
function trimSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const steps: Step[] = [];
  if (at.trim !== 1) {
    const cylinder = read(frame, AT.cylinder);
    const trimmed = !Number.isNaN(cylinder) && program.tables.fuelCylinder !== undefined;
    const trims: MapPoint[] = [
      ...(trimmed ? [['fuelCylinder', cylinder] as const] : []),
      ['fuelGear', read(frame, AT.gear)],
    ];
    steps.push({
      id: 'trim',
      title: 'Trim',
      formula: 'factor = (1 + gear/100) · (1 + cylinder/100) · loop',
      inputs: [
        input('gear', 'Gear', read(frame, AT.gear), 0, ''),
        ...(trimmed ? [input('cylinder', 'Cylinder', cylinder, 0, '')] : []),
        input('loop', 'Closed loop', read(frame, AT.lambdaTrim), 3, '×'),
      ],
      result: input('trim', 'Trim', at.trim, 4, '×'),
      ...mapReads(program, frame, ...trims),
    });
  }
  if (at.cut && (program.overrun === null || !isOverrun(program.overrun, frame))) {
    steps.push({
      id: 'cut',
      title: 'Speed limit',
      formula: 'Speed is past a limit, and every charge is cut: no fuel',
      inputs: [speed(frame)],
      result: input('m', 'Fuel', at.fuelMg, 3, 'mg'),
    });
  } else if (at.cut) {
    steps.push({
      id: 'cut',
      title: 'Overrun cut',
      formula: 'Speed, throttle, pressure and coolant all say that the car drives the engine: no fuel',
      inputs: [speed(frame), pressure(frame), throttle(read(frame, AT.throttle)), coolant(frame)],
      result: input('m', 'Fuel', at.fuelMg, 3, 'mg'),
    });
  }
  return steps;
}
