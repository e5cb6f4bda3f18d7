import { HEATING_BY_FLOW_SHARE } from '../air';
import { AT, type Frame, read } from '../channel';
import type { Injection } from '../ecu';
import type { EcuProgram } from '../program';
import { ZERO_CELSIUS_K } from '../units';
import { coolant, input, pressure, speed, throttle } from './inputs';
import { mapReads } from './mapRead';
import type { Step } from './step';

/** Load by throttle, where the idle valve counts like a throttle a little open. */
function loadSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  if (!usesThrottle(program) || program.tables.idleAir === undefined || program.load.idleWorthPercent === 0)
    return [];
  return [
    {
      id: 'load',
      title: 'Load by throttle',
      formula: '1 − cos(load) = (1 − cos(throttle)) + idle air / 100 · (1 − cos(worth)), 100 % as 90°',
      inputs: [
        throttle(read(frame, AT.throttle)),
        coolant(frame),
        input('worth', 'Idle valve fully open, in throttle', program.load.idleWorthPercent, 1, '%'),
      ],
      result: input('load', 'Load', at.loadThrottlePercent, 2, '%'),
      ...mapReads(program, frame, ['idleAir', read(frame, AT.coolant)]),
    },
  ];
}

function usesThrottle({ load: { strategy } }: EcuProgram): boolean {
  return strategy === 'throttle' || strategy === 'throttlePressure';
}

/** The step of the map that filling is read from; none where air is measured or not modelled. */
function fillingSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const { filling } = program.load;
  if (filling === null) return [];
  const byThrottle = usesThrottle(program);
  const load = byThrottle ? at.loadThrottlePercent : read(frame, AT.manifoldPressure);
  return [
    {
      id: 've',
      title: 'Volumetric efficiency',
      formula: `VE map at speed and ${byThrottle ? 'throttle' : 'pressure'}, between four cells${program.blend === null ? '' : ', blended with the second map'}`,
      inputs: [speed(frame), byThrottle ? throttle(load) : pressure(frame)],
      result: input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
      ...mapReads(program, frame, [filling, read(frame, AT.speed), load]),
    },
  ];
}

/** How much of the way to coolant temperature the charge is heated: by a first estimate of the air flow. */
function heatingStep(program: EcuProgram, pressureWords: string, frame: Frame, at: Injection): Step {
  const law = HEATING_BY_FLOW_SHARE.map(([share, k]) => `${k} at ${Math.round(100 * share)} %`).join(', ');
  return {
    id: 'heating',
    title: 'Heating of the charge',
    formula: `flow = VE/100 · p · V / (R · T_air) · N · cylinders / 120\u00a0000; k by its share of full flow: ${law}, straight between, held beyond`,
    inputs: [
      input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
      input('p', pressureWords, at.densityKpa, 1, 'kPa abs'),
      speed(frame),
      input('flow', 'Air flow, charge taken at air temperature', at.flowEstimateGPerS, 2, 'g/s'),
      input('full', 'Full air flow of this engine', program.load.fullAirFlowGPerS, 1, 'g/s'),
      input('share', 'Share', (100 * at.flowEstimateGPerS) / program.load.fullAirFlowGPerS, 1, '%'),
    ],
    result: input('k', 'Heating', at.heating, 3, ''),
  };
}

/** From what measures load to the air in the cylinder; nothing for a plain pulse, which models none. */
export function airSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const charge: Step = {
    id: 'charge',
    title: 'Charge temperature',
    formula: 'T = T_air + k · (T_coolant − T_air)',
    inputs: [
      input('T_air', 'Air', read(frame, AT.air), 1, '°C'),
      input('T_coolant', 'Coolant', read(frame, AT.coolant), 1, '°C'),
      input('k', 'Heating', at.heating, 3, ''),
    ],
    result: input('T', 'Charge', at.chargeC, 1, '°C'),
  };
  switch (program.load.strategy) {
    case 'pulseWidth':
      return [];
    case 'airMass':
      return [
        {
          id: 'air',
          title: 'Air in the cylinder',
          formula: 'm_air = flow · 120 000 / (speed · cylinders)',
          inputs: [
            input('flow', 'Air-mass meter', read(frame, AT.airFlow), 2, 'g/s'),
            speed(frame),
            input('cylinders', 'Cylinders', program.cylinders, 0, ''),
          ],
          result: input('m_air', 'Air', at.airMg, 2, 'mg'),
        },
      ];
    case 'speedDensity':
    case 'throttle':
    case 'throttlePressure':
      return [
        ...loadSteps(program, frame, at),
        ...fillingSteps(program, frame, at),
        heatingStep(program, PRESSURE_WORDS[program.load.strategy], frame, at),
        charge,
        {
          id: 'air',
          title: 'Air in the cylinder',
          formula: 'm_air = VE/100 · p · V / (R · T), R = 287.05 J/(kg·K)',
          inputs: [
            input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
            input('p', PRESSURE_WORDS[program.load.strategy], at.densityKpa, 1, 'kPa abs'),
            input('V', 'Swept volume, one cylinder', program.cylinderVolumeCm3, 2, 'cm³'),
            input('T', 'Charge', at.chargeC + ZERO_CELSIUS_K, 1, 'K'),
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
