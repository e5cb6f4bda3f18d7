import { CYCLE_DEG, wrappedDeg } from '../units';
/** A trigger in numbers: what the schema's fields come to. */
export interface TriggerWheel {
  readonly kind: 'missing' | 'even';
  readonly teeth: number;
  /** Zero on an even wheel. */
  readonly missing: number;
  /** ° of crank from the first tooth (after the gap, or after the cam pulse) to TDC of cylinder 1. */
  readonly tdcOffsetDeg: number;
  /** Null without a cam sensor. */
  readonly cam: { readonly teeth: number; readonly beforeTdcDeg: number; readonly windowDeg: number } | null;
}

/** What a trigger lets the engine computer do, and why. */
export interface TriggerPermits {
  /** Where in a turn the crank is. */
  readonly position: boolean;
  /** Which of the two turns of a cycle it is. */
  readonly phase: boolean;
  readonly reason: string;
}

/** What cannot be about a trigger, or is unwise. */
export type TriggerProblem =
  | { readonly code: 'nothingLeft' | 'gapNotTold'; readonly missing: number; readonly teeth: number }
  | { readonly code: 'tdcInGap'; readonly gapFromDeg: number }
  | { readonly code: 'coarse'; readonly pitchDeg: number }
  | { readonly code: 'windowWide'; readonly windowDeg: number; readonly halfWayDeg: number }
  | { readonly code: 'countVaries'; readonly crankTeeth: number; readonly camTeeth: number }
  | { readonly code: 'camInGap' };

/** Angle of one tooth place, °. Example: 36 → 10. */
export function toothAngleDeg({ teeth }: TriggerWheel): number {
  return 360 / teeth;
}

/**
 * Where teeth and cam pulses pass over two turns, ° of crank after the firing TDC of cylinder 1, in 0…720.
 * The first tooth after the gap passes `tdcOffsetDeg` before TDC.
 */
export function triggerPattern(wheel: TriggerWheel): {
  readonly teethDeg: number[];
  readonly gapsDeg: { readonly from: number; readonly to: number }[];
  readonly camDeg: number[];
} {
  const pitch = toothAngleDeg(wheel);
  const present = wheel.teeth - wheel.missing;
  const teethDeg: number[] = [];
  const gapsDeg: { from: number; to: number }[] = [];
  for (const turn of [0, 1]) {
    const first = turn * 360 - wheel.tdcOffsetDeg;
    for (let tooth = 0; tooth < present; tooth += 1) teethDeg.push(wrappedDeg(first + tooth * pitch));
    if (wheel.missing > 0) {
      const from = wrappedDeg(first + (present - 1) * pitch);
      gapsDeg.push({ from, to: from + (wheel.missing + 1) * pitch });
    }
  }
  const camDeg =
    wheel.cam === null
      ? []
      : Array.from({ length: wheel.cam.teeth }, (_, i) =>
          wrappedDeg(-(wheel.cam?.beforeTdcDeg ?? 0) + (i * CYCLE_DEG) / (wheel.cam?.teeth ?? 1)),
        );
  return { teethDeg: teethDeg.sort((a, b) => a - b), gapsDeg, camDeg: camDeg.sort((a, b) => a - b) };
}

/** Crank teeth counted from one cam pulse to the next; null without a cam. Example: 36 − 1 and one cam tooth → 70. */
export function teethPerCamPulse({ teeth, missing, cam }: TriggerWheel): number | null {
  return cam === null ? null : (2 * (teeth - missing)) / cam.teeth;
}

/** What the trigger permits. An even number of cam teeth looks the same in both turns, so it does not tell them apart. */
export function triggerPermits(wheel: TriggerWheel): TriggerPermits {
  const { cam, kind } = wheel;
  if (kind === 'missing') {
    if (cam === null) {
      return {
        position: true,
        phase: false,
        reason:
          'The gap tells where the crank is, but without a cam signal the two turns of a cycle look the same. Batch or semi-sequential injection and wasted spark or a distributor are possible; sequential injection and individual coils are not.',
      };
    }
    if (cam.teeth % 2 === 0) {
      return {
        position: true,
        phase: false,
        reason: `${cam.teeth} evenly spaced cam teeth pass the same way in both turns, so the cycle is not known. Use one tooth, or an odd number.`,
      };
    }
    return {
      position: true,
      phase: true,
      reason:
        'The gap tells where the crank is and the cam which turn it is. Sequential injection and individual coils are possible.',
    };
  }
  if (cam === null || cam.teeth !== 1) {
    return {
      position: false,
      phase: false,
      reason:
        'Evenly spaced teeth look all alike: only a cam wheel with one tooth can tell which is which. Only a distributor with batch injection can run, at one tooth a firing.',
    };
  }
  return {
    position: true,
    phase: true,
    reason:
      'The single cam tooth tells both the place and the turn. Sequential injection and individual coils are possible, once the cam pulse has passed.',
  };
}

/** Turns of the crank, at most, until position (and the cycle, where it is known) is found. */
export function turnsToSync(wheel: TriggerWheel): number {
  const { position, phase } = triggerPermits(wheel);
  if (!position) return 0.5;
  return phase ? 2 / (wheel.cam?.teeth ?? 1) : 1;
}

/** Everything impossible or unwise about a trigger. */
export function triggerProblems(wheel: TriggerWheel): TriggerProblem[] {
  const { teeth, missing, cam, kind, tdcOffsetDeg } = wheel;
  if (kind === 'missing' && missing >= teeth - 1) return [{ code: 'nothingLeft', missing, teeth }];
  const pitch = toothAngleDeg(wheel);
  const gapFromDeg = 360 - (missing + 1) * pitch;
  const found: (TriggerProblem | false)[] = [
    kind === 'missing' &&
      missing * 2 >= teeth - missing && { code: 'gapNotTold', missing, teeth: teeth - missing },
    kind === 'missing' && tdcOffsetDeg > gapFromDeg && tdcOffsetDeg < 360 && { code: 'tdcInGap', gapFromDeg },
    pitch > 30 && { code: 'coarse', pitchDeg: pitch },
    ...(cam === null ? [] : camProblems(wheel, cam, pitch)),
  ];
  return found.filter((problem) => problem !== false);
}

function camProblems(
  wheel: TriggerWheel,
  cam: NonNullable<TriggerWheel['cam']>,
  pitch: number,
): (TriggerProblem | false)[] {
  const halfWayDeg = CYCLE_DEG / cam.teeth / 2;
  const { gapsDeg, camDeg } = triggerPattern(wheel);
  const near = camDeg.some((angle) =>
    gapsDeg.some(({ from, to }) => wrappedDeg(angle - from) < to - from + pitch / 2),
  );
  return [
    cam.windowDeg > halfWayDeg && { code: 'windowWide', windowDeg: cam.windowDeg, halfWayDeg },
    !Number.isInteger(teethPerCamPulse(wheel)) && {
      code: 'countVaries',
      crankTeeth: 2 * (wheel.teeth - wheel.missing),
      camTeeth: cam.teeth,
    },
    near && { code: 'camInGap' },
  ];
}
