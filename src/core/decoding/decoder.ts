import {
  teethPerCamPulse,
  toothAngleDeg,
  triggerPattern,
  triggerPermits,
  type TriggerWheel,
} from '../trigger';
import { CYCLE_DEG, wrappedDeg } from '../units';

/** What is known of where the crank is: nothing, where in a turn, or where in the cycle. */
export const SYNC = { none: 0, position: 1, cycle: 2 } as const;

/** A described trigger, prepared for following its edges one by one. */
export interface Decoder {
  readonly kind: 'gap' | 'camMark' | 'alike' | 'unable';
  /** Teeth that pass in a turn, or in a cycle where the cam marks the place. */
  readonly present: number;
  readonly pitchDeg: number;
  /** The gap in tooth places from tooth to tooth; 1 where there is none. */
  readonly gapPlaces: number;
  /** Between these ratios an interval among its neighbours is the gap; above the last it is no plain tooth either. */
  readonly gapRatio: { readonly least: number; readonly most: number; readonly doubtful: number };
  /** How a gap is confirmed by a whole turn; null where its neighbours alone tell it well enough. */
  readonly confirmed: GapConfirmation | null;
  readonly tdcOffsetDeg: number;
  /** How late an edge is taken to arrive, s. */
  readonly delayS: number;
  readonly cam: DecodedCam | null;
  /** Turn of the crank from firing to firing, °, and the tooth places of it, over which speed is measured. */
  readonly segmentDeg: number;
  readonly segmentPlaces: number;
  /** One of {@link SYNC}: from where on cylinders are served. */
  readonly needs: number;
}

/**
 * A coarse wheel's gap and its neighbours lie so far apart that the swing of compressions moves their ratio from one gap to
 * the next. One swing on, the same part of it passes: there the gap is measured against plain teeth.
 */
export interface GapConfirmation {
  /** Turn after which speed swings alike, tooth places. */
  readonly swingPlaces: number;
  /** Between these the gap is as long as as many plain teeth; 1 is right. */
  readonly least: number;
  readonly most: number;
}

/** The cam teeth of a prepared trigger. */
export interface DecodedCam {
  /** Places of the pulses, ° after the firing TDC of cylinder 1. */
  readonly placesDeg: readonly number[];
  readonly halfWindowDeg: number;
  /** Crank teeth from pulse to pulse: their mean, and the fewest and most, which differ where the gap is in some waits only. */
  readonly crankTeeth: { readonly mean: number; readonly fewest: number; readonly most: number };
  /** The pulses tell the two turns of a cycle apart. */
  readonly tellsTurns: boolean;
}

/** No compression makes a plain tooth so much longer than its neighbours; a gap of one tooth is hardly longer than that. */
const DOUBTFUL = 1.45;
/** From such a share of a swing between the middles of gap and neighbour on, a swing of a quarter makes one gap look like another. */
const COARSE = 1 / 7;
/** What such a swing leaves of a gap's ratio to its neighbours at least, and makes of it at most. */
const SWUNG = { least: 0.7, most: 1.5 } as const;

/** What an engine without a described trigger is taken to have. */
export const NOMINAL_WHEEL: TriggerWheel = {
  kind: 'missing',
  teeth: 36,
  missing: 1,
  tdcOffsetDeg: 85,
  cam: { teeth: 1, beforeTdcDeg: 300, windowDeg: 60 },
};

/**
 * A trigger prepared for decoding.
 * @param needsCycle sequential injection or a coil a cylinder: the two turns of a cycle must be told apart.
 * @param delayS how late an edge of the crank is taken to arrive.
 * @param swingDeg turn after which compressions come alike, °: from firing to firing where those are even.
 */
export function decoderOf(
  wheel: TriggerWheel,
  cylinders: number,
  needsCycle: boolean,
  swingDeg = CYCLE_DEG / cylinders,
  delayS = 0,
): Decoder {
  const { teeth, missing, kind, tdcOffsetDeg } = wheel;
  const places = missing + 1;
  const confirmed = kind === 'missing' ? confirmation(wheel, swingDeg) : null;
  const single = kind === 'even' && wheel.cam?.teeth === 1;
  return {
    kind:
      kind === 'missing' ? 'gap' : single ? 'camMark' : toothPerFiring(wheel, cylinders) ? 'alike' : 'unable',
    present: single ? 2 * teeth : teeth - missing,
    pitchDeg: toothAngleDeg(wheel),
    gapPlaces: kind === 'missing' ? places : 1,
    // Half-way, as ratios go, to a gap of one tooth less and of one more; wider where a turn confirms it.
    gapRatio:
      confirmed === null
        ? {
            least: Math.sqrt(missing * places),
            most: Math.sqrt(places * (places + 1)),
            doubtful: missing > 1 ? DOUBTFUL : Infinity,
          }
        : { least: SWUNG.least * places, most: SWUNG.most * places, doubtful: Infinity },
    confirmed,
    tdcOffsetDeg,
    delayS,
    cam: decodedCam(wheel),
    segmentDeg: CYCLE_DEG / cylinders,
    segmentPlaces: Math.ceil(CYCLE_DEG / cylinders / toothAngleDeg(wheel) - 1e-9),
    needs: needsCycle ? SYNC.cycle : SYNC.position,
  };
}

function confirmation(wheel: TriggerWheel, swingDeg: number): GapConfirmation | null {
  const { teeth, missing } = wheel;
  const places = missing + 1;
  const swingPlaces = swingDeg / toothAngleDeg(wheel);
  const plain = swingPlaces >= places && swingPlaces <= teeth - places;
  if (!plain || (places + 1) / 2 < COARSE * swingPlaces) return null;
  return { swingPlaces, least: Math.sqrt(missing / places), most: Math.sqrt((places + 1) / places) };
}

/** Even teeth that are all alike serve only where each is a firing, and a distributor tells the cylinder. */
function toothPerFiring({ teeth }: TriggerWheel, cylinders: number): boolean {
  return teeth * 2 === cylinders;
}

function decodedCam(wheel: TriggerWheel): DecodedCam | null {
  const { cam } = wheel;
  if (cam === null) return null;
  const first = CYCLE_DEG - cam.beforeTdcDeg;
  return {
    placesDeg: Array.from({ length: cam.teeth }, (_, i) => (first + (i * CYCLE_DEG) / cam.teeth) % CYCLE_DEG),
    halfWindowDeg: cam.windowDeg / 2,
    crankTeeth: teethBetweenPulses(wheel),
    tellsTurns: triggerPermits(wheel).phase,
  };
}

function teethBetweenPulses(wheel: TriggerWheel): DecodedCam['crankTeeth'] {
  const { teethDeg, camDeg } = triggerPattern(wheel);
  const counts = camDeg.map((fromDeg, i) => {
    const toDeg = camDeg[i + 1] ?? (camDeg[0] ?? 0) + CYCLE_DEG;
    return teethDeg.filter((deg) => wrappedDeg(deg - fromDeg) < toDeg - fromDeg).length;
  });
  return { mean: teethPerCamPulse(wheel) ?? 0, fewest: Math.min(...counts), most: Math.max(...counts) };
}
