import { HEATING_BY_FLOW_SHARE, type EngineModel, type Injection, type OperatingPoint } from '../fuel';
import { coolant, input, pressure, speed, throttle } from './inputs';
import { mapRead } from './mapRead';
import type { Step } from './step';

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
      ...mapRead('idleAir', idleAir, point.coolantC),
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
      ...mapRead(byThrottle ? 'veThrottle' : 've', ve, point.speedRpm, load),
    },
  ];
}

/** How much of the way to coolant temperature the charge is heated: by a first estimate of the air flow. */
function heatingStep(model: EngineModel, pressureWords: string, point: OperatingPoint, at: Injection): Step {
  const law = HEATING_BY_FLOW_SHARE.map(([share, k]) => `${k} at ${Math.round(100 * share)} %`).join(', ');
  return {
    id: 'heating',
    title: 'Heating of the charge',
    formula: `flow = VE/100 · p · V / (R · T_air) · N · cylinders / 120\u00a0000; k by its share of full flow: ${law}, straight between, held beyond`,
    inputs: [
      input('VE', 'Volumetric efficiency', at.vePercent, 2, '%'),
      input('p', pressureWords, at.densityKpa, 1, 'kPa abs'),
      speed(point),
      input('flow', 'Air flow, charge taken at air temperature', at.flowEstimateGPerS, 2, 'g/s'),
      input('full', 'Full air flow of this engine', model.fullAirFlowGPerS, 1, 'g/s'),
      input('share', 'Share', (100 * at.flowEstimateGPerS) / model.fullAirFlowGPerS, 1, '%'),
    ],
    result: input('k', 'Heating', at.heating, 3, ''),
  };
}

/** From what measures load to the air in the cylinder; nothing for a plain pulse, which models none. */
export function airSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const charge: Step = {
    id: 'charge',
    title: 'Charge temperature',
    formula: 'T = T_air + k · (T_coolant − T_air)',
    inputs: [
      input('T_air', 'Air', point.airC, 1, '°C'),
      input('T_coolant', 'Coolant', point.coolantC, 1, '°C'),
      input('k', 'Heating', at.heating, 3, ''),
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
        heatingStep(model, PRESSURE_WORDS[model.strategy], point, at),
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
