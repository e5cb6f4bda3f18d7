import { AT, type Frame, PHASE, read } from '../channel';
import { type Grid, lookUpCurve } from '../numeric';
import { CYCLE_S_AT_1_RPM } from '../units';
import type { Control } from './control';

/** The film of fuel on the walls as the engine computer believes in it. */
export interface FilmSettings {
  readonly cylinders: number;
  /** Share of injected fuel that wets the wall, %, and how fast it leaves it again, s; by coolant. */
  readonly sharePercent: Grid;
  readonly timeS: Grid;
  /** From such a rate of the throttle on the load is taken to go on rising, %/s. */
  readonly opensFromPercentPerS: number;
  /** Without a charger that has come, no pressure rises beyond this, kPa. */
  readonly barometricKpa: number;
}

/**
 * Of each cylinder what lies on its wall, mg, and when that was so, s; null while nothing is known of it. And what of its last
 * injection arrives, mg.
 */
export interface FilmState {
  readonly mg: (number | null)[];
  readonly atS: number[];
  readonly arrivesMg: (number | null)[];
  /** Manifold pressure and throttle at the last event. */
  lastKpa: number | null;
  lastThrottle: number | null;
}

/** What the film of the cylinder that is being fed does to its fuel. */
export interface FilmOut {
  reason: 'off' | 'unknown' | 'followed';
  /** What has left the wall since its last injection, mg; NaN while it is taken to be in balance. */
  evaporatedMg: number;
  /** Share of what is injected now that will stay on the wall, 0…1. */
  wetShare: number;
  /** Share of what lies there that leaves in a cycle, 0…1. */
  leavesShare: number;
  /** How much higher the load is taken to be at the next event, kPa and %. */
  risesKpa: number;
  risesPercent: number;
}

/** No wall takes more: what is left always flows, so that the film can be inverted. */
const MOST_SHARE = 0.9;
/** No film leaves faster, s. */
const LEAST_S = 0.01;

/**
 * The film followed cylinder by cylinder: of what is injected a share stays, of what lies there a share leaves. Fuel that is
 * to arrive follows by {@link injectedForFilm}; {@link filmTakes} is told what was injected.
 */
export const film: Control<FilmSettings | null, FilmState, FilmOut> = {
  atRest: (settings) => ({
    mg: new Array<number | null>(settings?.cylinders ?? 0).fill(null),
    atS: new Array<number>(settings?.cylinders ?? 0).fill(0),
    arrivesMg: new Array<number | null>(settings?.cylinders ?? 0).fill(null),
    lastKpa: null,
    lastThrottle: null,
  }),
  copied: (state) => ({
    ...state,
    mg: [...state.mg],
    atS: [...state.atS],
    arrivesMg: [...state.arrivesMg],
  }),
  out: () => ({
    reason: 'off',
    evaporatedMg: NaN,
    wetShare: 0,
    leavesShare: 1,
    risesKpa: 0,
    risesPercent: 0,
  }),
  step(settings, state, frame, out) {
    if (settings === null) return;
    const { mg, atS } = state;
    ahead(settings, state, frame, out);
    const coolantC = read(frame, AT.coolant);
    const at = read(frame, AT.cylinder) - 1;
    const timeS = read(frame, AT.time);
    const tauS = Math.max(LEAST_S, lookUpCurve(settings.timeS, coolantC));
    out.wetShare = Math.min(MOST_SHARE, Math.max(0, lookUpCurve(settings.sharePercent, coolantC) / 100));
    out.leavesShare = 1 - Math.exp(-CYCLE_S_AT_1_RPM / Math.max(1, read(frame, AT.speed)) / tauS);
    out.evaporatedMg = NaN;
    out.reason = 'unknown';
    const running = read(frame, AT.phase) === PHASE.running;
    // Fuel of the start is several times what burns: what of it lies on the walls is nobody's guess.
    if (!running && at >= 0 && at < mg.length) mg[at] = null;
    const lies = mg[at];
    if (!running || lies === undefined || lies === null) return;
    const sinceS = Math.max(0, timeS - (atS[at] as number));
    out.evaporatedMg = lies * (1 - Math.exp(-sinceS / tauS));
    out.reason = 'followed';
    mg[at] = lies - out.evaporatedMg;
    atS[at] = timeS;
  },
};

/** Of a rise as large as the last one so much is counted on, a share: what is given too early cannot be taken back. */
const SEEN_AHEAD = 0.5;

/** How far the load rises in the time between two events, while the throttle opens. */
function ahead(
  { opensFromPercentPerS, barometricKpa }: FilmSettings,
  state: FilmState,
  frame: Frame,
  out: FilmOut,
): void {
  const kpa = read(frame, AT.manifoldPressure);
  const throttle = read(frame, AT.throttle);
  const opens = read(frame, AT.throttleRate) > opensFromPercentPerS;
  const most = Math.max(0, barometricKpa - kpa);
  out.risesKpa = opens ? Math.min(most, SEEN_AHEAD * Math.max(0, kpa - (state.lastKpa ?? kpa))) : 0;
  out.risesPercent = opens ? SEEN_AHEAD * Math.max(0, throttle - (state.lastThrottle ?? throttle)) : 0;
  state.lastKpa = kpa;
  state.lastThrottle = throttle;
}

/**
 * What to inject so that so much arrives, mg: injected = (wanted − evaporated) / (1 − X), never negative; what is wanted
 * itself where the film is in balance.
 */
export function injectedForFilm({ evaporatedMg, wetShare }: FilmOut, wantedMg: number): number {
  if (Number.isNaN(evaporatedMg)) return wantedMg;
  return Math.max(0, (wantedMg - evaporatedMg) / (1 - wetShare));
}

/** Puts what was injected for a cylinder on its wall; a film that nobody knew is taken to be in balance with it. */
export function filmTakes(
  settings: FilmSettings | null,
  { mg, atS, arrivesMg }: FilmState,
  { reason, evaporatedMg, wetShare, leavesShare }: FilmOut,
  frame: Frame,
  injectedMg: number,
): void {
  const at = read(frame, AT.cylinder) - 1;
  if (settings === null || !(at >= 0 && at < mg.length) || read(frame, AT.phase) !== PHASE.running) return;
  const followed = reason === 'followed';
  mg[at] = followed ? (mg[at] as number) + wetShare * injectedMg : (wetShare * injectedMg) / leavesShare;
  arrivesMg[at] = followed ? evaporatedMg + (1 - wetShare) * injectedMg : injectedMg;
  atS[at] = read(frame, AT.time);
}

/** Fuel that is missing by less is not worth a pulse, as a share. */
const WORTH_A_PULSE = 0.03;

/**
 * What a cylinder that has been fed still lacks, mg to inject, because the load has risen since; put on its wall and to what
 * arrives. Nothing where little is missing, or where its film is not known.
 * @param wantedMg what is to arrive by what is known now.
 * @param mostMg what the injector can give until then; what it cannot stays missing.
 */
export function followUpMg(
  { mg, arrivesMg }: FilmState,
  { wetShare }: FilmOut,
  cylinder: number,
  wantedMg: number,
  mostMg: number,
): number {
  const at = cylinder - 1;
  const arrives = arrivesMg[at];
  if (arrives === undefined || arrives === null || !(wantedMg - arrives > WORTH_A_PULSE * wantedMg)) return 0;
  const injectedMg = Math.min(mostMg, (wantedMg - arrives) / (1 - wetShare));
  mg[at] = (mg[at] as number) + wetShare * injectedMg;
  arrivesMg[at] = arrives + (1 - wetShare) * injectedMg;
  return injectedMg;
}
