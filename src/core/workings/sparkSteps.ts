import { AT, type Frame, PHASE, read } from '../channel';
import { type Injection, SPARK_LIMITS } from '../ecu';
import { type EcuProgram, MAP_DEFINITIONS, type MapId } from '../program';
import { correctionSteps } from './correctionSteps';
import { coolant, input, pressure, speed, type StepInput, throttle } from './inputs';
import { mapReads } from './mapRead';
import type { Step } from './step';

/** From the spark map, or crank advance, to the angle that is commanded. */
export function sparkSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const { tables, load: loadProgram } = program;
  const { spark } = at;
  if (read(frame, AT.phase) !== PHASE.running && tables.crankAdvance !== undefined) {
    return [
      {
        id: 'spark',
        title: 'Crank advance',
        formula: 'Crank advance at coolant temperature; nothing is added while the starter turns',
        inputs: [coolant(frame)],
        result: input('spark', 'Spark advance', at.sparkDeg, 1, '° BTDC'),
        ...mapReads(program, frame, ['crankAdvance', read(frame, AT.coolant)]),
      },
    ];
  }
  const byThrottle = loadProgram.axis === 'throttle';
  const load = byThrottle ? at.loadThrottlePercent : read(frame, AT.manifoldPressure);
  const base: Step = {
    id: 'sparkBase',
    title: 'Spark map',
    formula: `Spark map at speed and ${byThrottle ? 'throttle' : 'pressure'}`,
    inputs: [speed(frame), byThrottle ? throttle(load) : pressure(frame)],
    result: input('s₀', 'Spark', spark.baseDeg, 1, '° BTDC'),
    ...mapReads(program, frame, [loadProgram.spark, read(frame, AT.speed), load]),
  };
  const trims = spark.gearDeg + spark.cylinderDeg;
  return [
    base,
    ...added(program, frame, 'sparkCoolant', read(frame, AT.coolant), coolant(frame), spark.coolantDeg),
    ...added(
      program,
      frame,
      'sparkAir',
      read(frame, AT.air),
      input('T_air', 'Air', read(frame, AT.air), 1, '°C'),
      spark.airDeg,
    ),
    ...added(program, frame, 'sparkBoost', read(frame, AT.manifoldPressure), pressure(frame), spark.boostDeg),
    ...correctionSteps(program, frame, at, 'spark'),
    ...idleSteps(program, frame, spark.idleDeg),
    ...heldSteps(at),
    {
      id: 'spark',
      title: 'Spark advance',
      formula: `what is above, with trims, held within ${SPARK_LIMITS.min} to ${SPARK_LIMITS.max}°`,
      inputs: [
        input('s₀', 'Spark map', spark.baseDeg, 1, '°'),
        input('coolant', 'By coolant', spark.coolantDeg, 1, '°'),
        input('air', 'By intake air', spark.airDeg, 1, '°'),
        ...(spark.boostDeg === 0 ? [] : [input('boost', 'By boost', spark.boostDeg, 1, '°')]),
        ...(spark.idleDeg === 0 ? [] : [input('idle', 'By idle control', spark.idleDeg, 1, '°')]),
        ...(spark.retardDeg === 0 ? [] : [input('pulled', 'Pulled', spark.retardDeg, 1, '°')]),
        ...(trims === 0 ? [] : [input('trim', 'Gear and cylinder', trims, 1, '°')]),
      ],
      result: input('spark', 'Spark advance', at.sparkDeg, 1, '° BTDC'),
      ...(trims === 0 ? {} : trimReads(program, frame)),
    },
  ];
}

/** What idle control does to the spark; nothing outside idle. */
function idleSteps({ idle: { loop } }: EcuProgram, frame: Frame, degrees: number): Step[] {
  if (loop === null || degrees === 0) return [];
  return [
    {
      id: 'sparkIdle',
      title: 'Spark by idle control',
      formula: `${loop.sparkDegPer100Rpm}° for each 100 rev/min that are missing, at most ${loop.sparkLimitDeg}°`,
      inputs: [speed(frame), input('target', 'Idle target', read(frame, AT.idleTarget), 0, 'rev/min')],
      result: input('idle', 'Added', degrees, 1, '°'),
    },
  ];
}

/** What limits and switches do to the spark; nothing where they do nothing. */
function heldSteps({ spark: { retardDeg, replacedDeg } }: Injection): Step[] {
  return [
    ...(replacedDeg === null
      ? []
      : [
          {
            id: 'sparkLaunch',
            title: 'Spark of the launch',
            formula: 'replaces all of the above while the launch lasts',
            inputs: [],
            result: input('launch', 'Spark', replacedDeg, 1, '° BTDC'),
          },
        ]),
    ...(retardDeg === 0
      ? []
      : [
          {
            id: 'sparkPulled',
            title: 'Spark pulled',
            formula: 'taken off near a speed limit, and while the retard switch is held',
            inputs: [],
            result: input('pulled', 'Pulled', retardDeg, 1, '°'),
          },
        ]),
  ];
}

/** The trims by gear and cylinder; a cylinder that is not known has none. */
function trimReads(program: EcuProgram, frame: Frame): Pick<Step, 'reads' | 'beyond'> {
  const cylinder = read(frame, AT.cylinder);
  return mapReads(
    program,
    frame,
    ['sparkGear', read(frame, AT.gear)],
    ...(Number.isNaN(cylinder) ? [] : [['sparkCylinder', cylinder] as const]),
  );
}

/** The step of a curve that is added to the spark map; none where it adds nothing. */
function added(
  program: EcuProgram,
  frame: Frame,
  mapId: MapId,
  at: number,
  from: StepInput,
  degrees: number,
): Step[] {
  if (degrees === 0) return [];
  return [
    {
      id: mapId,
      title: MAP_DEFINITIONS[mapId].label,
      formula: 'added to the spark map',
      inputs: [from],
      result: input('added', 'Added', degrees, 1, '°'),
      ...mapReads(program, frame, [mapId, at]),
    },
  ];
}
