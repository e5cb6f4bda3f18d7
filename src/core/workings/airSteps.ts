import type { EngineModel, Injection, OperatingPoint } from '../fuel';
import { cellShares } from '../map';
import { coolant, input, pressure, speed, throttle } from './inputs';
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

/** From what measures load to the air in the cylinder; nothing for a plain pulse, which models none. */
export function airSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
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
