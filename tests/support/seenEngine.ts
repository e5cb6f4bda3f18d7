import { AT, type ChannelId, frameOf, PHASE } from '@/core/channel';
import { type Diagnosis, diagnose, firstLook, type Look, lookAt, type Situation } from '@/core/diagnosis';

type Values = Partial<Record<ChannelId, number>>;

/** A stretch of made samples: how long, s, and what they say; a function of the time in it for what moves. */
export interface Stretch {
  readonly forS: number;
  /** So long before it nothing was seen, s. */
  readonly holeS?: number;
  readonly says: Values | ((s: number) => Values);
}

/** A warm engine at light load, and what stands at its sides. */
export const RUNS: Values = {
  phase: PHASE.running,
  speed: 3000,
  throttle: 14,
  manifoldPressure: 50,
  coolant: 85,
  battery: 14.1,
  sync: 2,
  sinceStart: 60,
  sinceKeyOn: 60,
  lambdaTarget: 1,
  lambdaOne: 1,
  lambdaTwo: 1,
  lambdaTrim: 1,
  lambdaTrimTwo: 1,
  learnedTrim: 1,
  injectorOpening: 6,
  engineAirFlow: 25,
  vehicleSpeed: 0,
  overrunCut: 0,
  cutShare: 0,
  sensorsLost: 0,
  sensorsHigh: 0,
  idleTarget: 1000,
  fuelPressure: 319,
};
export const STANDS: Values = {
  ...RUNS,
  phase: PHASE.off,
  speed: 0,
  throttle: 0,
  manifoldPressure: 81,
  battery: 12.5,
  sync: 0,
  lambdaOne: NaN,
  lambdaTwo: NaN,
  lambdaTarget: NaN,
  injectorOpening: 0,
  engineAirFlow: 0,
  fuelPressure: 350,
};

export const SITUATION: Situation = {
  outsideKpa: 81,
  railGaugeKpa: 350,
  followsManifold: true,
  deadTime: {
    pressuresKpa: Float64Array.of(300),
    curves: [{ x: Float64Array.of(8, 16), values: Float64Array.of(1, 1), law: null }],
  } as unknown as Situation['deadTime'],
  fullAirFlowGPerS: 200,
  idleAir: null,
  lambdaEnds: [0.7, 1.3],
  mapIsRight: true,
};

/** Looks at stretches of samples, one after the other; turns are counted by speed, from key on. */
export function seenOver(
  stretches: readonly Stretch[],
  eachS = 0.05,
  situation: Situation = SITUATION,
): { readonly look: Look; readonly diagnosis: Diagnosis } {
  const look = firstLook();
  const frame = frameOf();
  let [timeS, turns] = [0, 0];
  for (const { forS, holeS = 0, says } of stretches) {
    timeS += holeS;
    for (let i = 1; i <= Math.round(forS / eachS); i += 1) {
      const now = typeof says === 'function' ? says(i * eachS) : says;
      timeS += eachS;
      turns += ((now.speed ?? 0) / 60) * eachS;
      const values: Values = { time: timeS, turns, ...now };
      for (const id of Object.keys(values) as ChannelId[]) frame[AT[id]] = values[id] as number;
      lookAt(look, frame, situation);
    }
  }
  return { look, diagnosis: diagnose(look, situation) };
}
