import { camEdge, crankEdge, type Decoder, decoderAtRest, type DecoderState } from '@/core/decoding';
import { triggerPattern, type TriggerWheel } from '@/core/trigger';

/** Edges of a wheel that turns, given to a decoder one by one. */
export interface Spin {
  readonly state: DecoderState;
  readonly timeS: number;
  /** True angle, ° after the firing TDC of cylinder 1, going on beyond a cycle. */
  readonly deg: number;
}

/** What else happens to single edges: left out, or followed by one that is no tooth. */
export interface Disturbed {
  /** True where the crank edge with this number, from 0 on, does not come. */
  readonly lost?: (edge: number) => boolean;
  readonly camLost?: (edge: number) => boolean;
  /** Share of the wait for the next edge after which noise follows this one; 0 for none. */
  readonly noiseAfter?: (edge: number) => number;
  /** Called after each edge that came. */
  readonly seen?: (spin: Spin) => void;
}

/** Speed in rev/min at a true angle and time. */
export type SpeedAt = (deg: number, timeS: number) => number;

/** Turns a wheel from an angle over some turns. */
export function spin(
  wheel: TriggerWheel,
  decoder: Decoder,
  speedAt: SpeedAt,
  {
    fromDeg = 200,
    turns = 6,
    state = decoderAtRest(),
    fromS = 0.5,
  }: Partial<{ fromDeg: number; turns: number; state: DecoderState; fromS: number }>,
  disturbed: Disturbed = {},
): Spin {
  const { teethDeg, camDeg } = triggerPattern(wheel);
  const edges: { readonly deg: number; readonly cam: boolean }[] = [];
  for (let cycle = Math.floor(fromDeg / 720); cycle * 720 < fromDeg + turns * 360; cycle += 1) {
    for (const deg of teethDeg) edges.push({ deg: deg + cycle * 720, cam: false });
    for (const deg of camDeg) edges.push({ deg: deg + cycle * 720, cam: true });
  }
  edges.sort((a, b) => a.deg - b.deg || Number(a.cam) - Number(b.cam));
  let [deg, timeS] = [fromDeg, fromS];
  let [crankEdges, camEdges] = [0, 0];
  const turn = (toDeg: number) => {
    const steps = Math.max(1, Math.ceil((toDeg - deg) / 0.5));
    const stepDeg = (toDeg - deg) / steps;
    for (let i = 0; i < steps; i += 1) {
      timeS += stepDeg / (6 * speedAt(deg + stepDeg / 2, timeS));
      deg += stepDeg;
    }
    deg = toDeg;
  };
  const within = edges.filter((edge) => edge.deg > fromDeg && edge.deg <= fromDeg + turns * 360);
  within.forEach((edge, i) => {
    turn(edge.deg);
    if (edge.cam) {
      if (disturbed.camLost?.(camEdges) !== true) camEdge(decoder, state, timeS);
      camEdges += 1;
    } else {
      if (disturbed.lost?.(crankEdges) !== true) crankEdge(decoder, state, timeS);
      const share = disturbed.noiseAfter?.(crankEdges) ?? 0;
      const next = share > 0 ? within.slice(i + 1).find(({ cam }) => !cam) : undefined;
      if (next !== undefined) {
        const [backDeg, backS] = [deg, timeS];
        turn(edge.deg + share * (next.deg - edge.deg));
        crankEdge(decoder, state, timeS);
        [deg, timeS] = [backDeg, backS];
      }
      crankEdges += 1;
    }
    disturbed.seen?.({ state, timeS, deg });
  });
  turn(fromDeg + turns * 360);
  return { state, timeS, deg };
}
