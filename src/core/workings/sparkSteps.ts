import type { MapId } from '../calibration';
import { SPARK_LIMITS, type EngineModel, type Injection, type OperatingPoint } from '../fuel';
import type { Grid } from '../map';

import { correctionSteps } from './correctionSteps';
import { coolant, input, pressure, speed, throttle, type StepInput } from './inputs';
import { mapRead } from './mapRead';
import type { Step } from './step';

/** From the spark map, or crank advance, to the angle that is commanded. */
export function sparkSteps(model: EngineModel, point: OperatingPoint, at: Injection): Step[] {
  const { maps } = model;
  const { spark } = at;
  if (point.phase === 'cranking' && maps.crankAdvance !== null) {
    return [
      {
        id: 'spark',
        title: 'Crank advance',
        formula: 'Crank advance at coolant temperature; nothing is added while the starter turns',
        inputs: [coolant(point)],
        result: input('spark', 'Spark advance', at.sparkDeg, 1, '° BTDC'),
        ...mapRead('crankAdvance', maps.crankAdvance, point.coolantC),
      },
    ];
  }
  const byThrottle = model.loadAxis === 'throttle';
  const load = byThrottle ? at.loadThrottlePercent : point.manifoldKpa;
  const base: Step = {
    id: 'sparkBase',
    title: 'Spark map',
    formula: `Spark map at speed and ${byThrottle ? 'throttle' : 'pressure'}`,
    inputs: [speed(point), byThrottle ? throttle(load) : pressure(point)],
    result: input('s₀', 'Spark', spark.baseDeg, 1, '° BTDC'),
    ...mapRead(byThrottle ? 'sparkThrottle' : 'spark', maps.spark, point.speedRpm, load),
  };
  const trims = spark.gearDeg + spark.cylinderDeg;
  return [
    base,
    ...added(
      maps.sparkCoolant,
      'sparkCoolant',
      'Spark by coolant',
      point.coolantC,
      coolant(point),
      spark.coolantDeg,
    ),
    ...added(
      maps.sparkAir,
      'sparkAir',
      'Spark by intake air',
      point.airC,
      input('T_air', 'Air', point.airC, 1, '°C'),
      spark.airDeg,
    ),
    ...correctionSteps(model, point, at, 'spark'),
    {
      id: 'spark',
      title: 'Spark advance',
      formula: `what is above, with trims, held within ${SPARK_LIMITS.min} to ${SPARK_LIMITS.max}°`,
      inputs: [
        input('s₀', 'Spark map', spark.baseDeg, 1, '°'),
        input('coolant', 'By coolant', spark.coolantDeg, 1, '°'),
        input('air', 'By intake air', spark.airDeg, 1, '°'),
        ...(trims === 0 ? [] : [input('trim', 'Gear and cylinder', trims, 1, '°')]),
      ],
      result: input('spark', 'Spark advance', at.sparkDeg, 1, '° BTDC'),
    },
  ];
}

function added(
  grid: Grid | null,
  mapId: MapId,
  title: string,
  at: number,
  from: StepInput,
  degrees: number,
): Step[] {
  if (grid === null || degrees === 0) return [];
  return [
    {
      id: mapId,
      title,
      formula: 'added to the spark map',
      inputs: [from],
      result: input('added', 'Added', degrees, 1, '°'),
      ...mapRead(mapId, grid, at),
    },
  ];
}
