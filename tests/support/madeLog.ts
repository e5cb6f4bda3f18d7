import type { ChannelId } from '@/core/channel';
import type { Log } from '@/core/log';

/** One stretch of a made log: where the engine is, held or moved to. */
export interface MadeStretch {
  readonly forS: number;
  readonly speed: number;
  readonly load: number;
  readonly also?: Readonly<Partial<Record<ChannelId, number>>>;
}

/** What a made log is made from. */
export interface MadeLogSettings {
  readonly stretches: readonly MadeStretch[];
  /** Logarithm of what the filling is off by at a point. */
  readonly off: (speed: number, load: number) => number;
  readonly target?: (speed: number, load: number) => number;
  readonly delayS?: (speed: number, load: number) => number;
  /** Added to the logarithm of lambda, by the sample’s number. */
  readonly noise?: (sample: number) => number;
  readonly rateHz?: number;
  /** What the engine goes on with from stretch to stretch takes this long, s. */
  readonly moveS?: number;
}

/** A log by pressure of an engine whose lambda is its target times what the filling is off by, so long after. */
export function madeLog({
  stretches,
  off,
  target = () => 1,
  delayS = () => 0,
  noise = () => 0,
  rateHz = 20,
  moveS = 0.5,
}: MadeLogSettings): Log {
  const points: { speed: number; load: number; also: MadeStretch['also'] }[] = [];
  let from = stretches[0];
  for (const stretch of stretches) {
    const samples = Math.round(stretch.forS * rateHz);
    for (let i = 0; i < samples; i += 1) {
      const share = Math.min(1, i / Math.max(1, moveS * rateHz));
      const between = (a: number, b: number) => a + (b - a) * share;
      points.push({
        speed: between(from?.speed ?? stretch.speed, stretch.speed),
        load: between(from?.load ?? stretch.load, stretch.load),
        also: stretch.also,
      });
    }
    from = stretch;
  }
  const timeS = Float64Array.from(points, (_, i) => i / rateHz);
  const column = (of: (point: (typeof points)[number], i: number) => number) => Float64Array.from(points, of);
  const written = points.map(({ speed, load }) => target(speed, load) * Math.exp(off(speed, load)));
  const lambda = new Float64Array(points.length).fill(NaN);
  // Read at the time the gas of a sample arrives; where two overlap the later one counts.
  points.forEach(({ speed, load }, i) => {
    const first = Math.ceil((i / rateHz + delayS(speed, load)) * rateHz - 1e-9);
    for (let k = first; k < points.length && k <= first + rateHz; k += 1) lambda[k] = written[i] as number;
  });
  const columns: Partial<Record<ChannelId, Float64Array>> = {
    speed: column(({ speed }) => speed),
    manifoldPressure: column(({ load }) => load),
    lambdaOne: lambda.map((value, i) => value * Math.exp(noise(i))),
    lambdaTarget: column(({ speed, load }) => target(speed, load)),
    coolant: column(() => 85),
    air: column(() => 20),
  };
  const others = new Set(stretches.flatMap(({ also }) => Object.keys(also ?? {}) as ChannelId[]));
  for (const id of others) columns[id] = column(({ also }) => also?.[id] ?? columns[id]?.[0] ?? NaN);
  return { timeS, columns };
}
