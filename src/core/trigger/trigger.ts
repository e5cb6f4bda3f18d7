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

/** A trigger that cannot be, or that is unwise. */
export interface TriggerProblem {
  readonly severity: 'error' | 'warning';
  readonly field:
    'teeth' | 'missingTeeth' | 'tdcOffset' | 'camTeeth' | 'camPosition' | 'camWindow' | 'camSensor';
  readonly message: string;
}

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
  if (kind === 'missing' && missing >= teeth - 1) {
    return [
      {
        severity: 'error',
        field: 'missingTeeth',
        message: `${missing} of ${teeth} teeth left out leaves nothing to count. Leave fewer out, or correct the tooth places.`,
      },
    ];
  }
  const found: TriggerProblem[] = [];
  const pitch = toothAngleDeg(wheel);
  if (kind === 'missing') {
    if (missing * 2 >= teeth - missing) {
      found.push({
        severity: 'error',
        field: 'missingTeeth',
        message: `A gap of ${missing} among ${teeth - missing} teeth cannot be told from the rest. Check both numbers.`,
      });
    }
    const gapFrom = 360 - (missing + 1) * pitch;
    if (tdcOffsetDeg > gapFrom && tdcOffsetDeg < 360) {
      found.push({
        severity: 'warning',
        field: 'tdcOffset',
        message: `TDC of cylinder 1 falls into the gap, between ${gapFrom.toFixed(0)} and 360° after the first tooth: there are no teeth to time the spark by. Turn the wheel or move the sensor.`,
      });
    }
  }
  if (pitch > 30) {
    found.push({
      severity: 'warning',
      field: 'teeth',
      message: `One tooth every ${pitch.toFixed(0)}° is coarse: while the crank speeds up, spark is off between teeth. 12 or more are better.`,
    });
  }
  if (cam !== null) found.push(...camProblems(wheel, cam, pitch));
  return found;
}

function camProblems(
  wheel: TriggerWheel,
  cam: NonNullable<TriggerWheel['cam']>,
  pitch: number,
): TriggerProblem[] {
  const found: TriggerProblem[] = [];
  if (cam.windowDeg > CYCLE_DEG / cam.teeth / 2) {
    found.push({
      severity: 'error',
      field: 'camWindow',
      message: `A window of ${cam.windowDeg}° reaches half-way to the next cam pulse (${(CYCLE_DEG / cam.teeth / 2).toFixed(0)}°): the wrong pulse would be believed. Make it narrower.`,
    });
  }
  if (!Number.isInteger(teethPerCamPulse(wheel))) {
    found.push({
      severity: 'warning',
      field: 'camTeeth',
      message: `${2 * (wheel.teeth - wheel.missing)} crank teeth do not divide by ${cam.teeth} cam teeth: the count between cam pulses will vary.`,
    });
  }
  const { gapsDeg, camDeg } = triggerPattern(wheel);
  const near = camDeg.some((angle) =>
    gapsDeg.some(({ from, to }) => {
      const after = wrappedDeg(angle - from);
      return after < to - from + pitch / 2;
    }),
  );
  if (near) {
    found.push({
      severity: 'warning',
      field: 'camPosition',
      message:
        'The cam pulse comes inside the crank gap, where there are no teeth to place it. Move the cam tooth by some crank teeth.',
    });
  }
  return found;
}
