import { type LimitId, LIMITS, PHASE } from '@/core/channel';
import { type IdleFacts, idleFactsOf } from '@/core/log';
import type { CarEvent, VirtualCar } from '../virtualCar';
import { type Excursion, excursionsIn } from './excursions';
import { driveLog, type DriveTrace } from './recording';

/** What happened in a drive, in numbers. */
export interface DriveFacts {
  /** When the engine first ran, s; null when it never did. */
  readonly ranFromS: number | null;
  /** When it died with the key on, s. */
  readonly diedAtS: readonly number[];
  readonly topRpm: number;
  readonly topKpa: number;
  readonly endCoolantC: number;
  /** Lambda over its target while the engine pulled, the leanest and the richest, as factors; null where it never did. */
  readonly pulling: { readonly leanest: number; readonly richest: number } | null;
  /** Overrun cuts, and how long they lasted together, s. */
  readonly cuts: { readonly times: number; readonly forS: number };
  /** Firings that knocked, and the speed at which most did, rev/min: the stand-in’s own ears. */
  readonly knocks: { readonly firings: number; readonly atRpm: number | null };
  /** What knock control heard, and the most it pulled, °. */
  readonly knockControl: { readonly heard: number; readonly mostDeg: number };
  /** Charges that did not burn though fuel was meant to, while it ran. */
  readonly misfires: number;
  /** Charges that fuel was meant for, while it ran. */
  readonly charges: number;
  /** What held it back, in the order of the list of limits: how long, and how often each cylinder went without. */
  readonly limits: readonly LimitFacts[];
  /** What protection acted because of, and when first, s. */
  readonly protection: readonly Begun[];
  /** Sensors that were in fault, and when first, s. */
  readonly lost: readonly Begun[];
  /** How it idled; null where it hardly did. */
  readonly idle: IdleFacts | null;
  /** What the mixture did while the throttle moved. */
  readonly excursions: readonly Excursion[];
  readonly counters: {
    readonly syncLosses: number;
    readonly crankTeethMissing: number;
    readonly camPulsesMissing: number;
  };
}

/** Something that began in a drive, by its number in the list of its channel. */
export interface Begun {
  readonly code: number;
  readonly atS: number;
  readonly forS: number;
}

/** What one limit did in a drive. */
export interface LimitFacts {
  readonly id: LimitId;
  /** How long it acted, s. */
  readonly forS: number;
  /** Charges without fuel and without spark, a number a cylinder. */
  readonly fuelCuts: readonly number[];
  readonly sparkCuts: readonly number[];
}

/** A firing knocks when its last part has this much more time than it needs to light by itself. */
const KNOCKS_FROM = 0.1;
/** It pulls with so much throttle for so long that the mixture has come to the sensor, % and s, and warm enough, °C. */
const PULLING = { throttle: 40, forS: 0.8, coolantC: 50 } as const;
/** Speeds that knock is counted by, rev/min. */
const KNOCK_STEP_RPM = 500;

/** Listens to a car while it is driven. */
export class DriveWatch {
  private readonly knocksAt = new Map<number, number>();
  private knocks = 0;
  private misfires = 0;
  private charges = 0;

  constructor(private readonly car: VirtualCar) {
    car.onEvent = (event) => this.hear(event);
  }

  /** What happened, with what was recorded. */
  facts(trace: DriveTrace): DriveFacts {
    const { columns, samples, rateHz } = trace;
    const atS = (i: number) => (i + 1) / rateHz;
    const running = (i: number) => columns.phase[i] === PHASE.running;
    const first = columns.phase.indexOf(PHASE.running);
    const died: number[] = [];
    let [cuts, cutSamples] = [0, 0];
    for (let i = 1; i < samples; i += 1) {
      // With the key off the battery alone is left, and nothing counts as having died.
      if (
        running(i - 1) &&
        !running(i) &&
        (columns.sinceKeyOn[i] as number) > (columns.sinceKeyOn[i - 1] as number)
      )
        died.push(atS(i));
      if (columns.overrunCut[i] === 1) cutSamples += 1;
      if (columns.overrunCut[i] === 1 && columns.overrunCut[i - 1] !== 1) cuts += 1;
    }
    const mostAt = [...this.knocksAt].sort(([, a], [, b]) => b - a)[0]?.[0] ?? null;
    return {
      ranFromS: first < 0 ? null : atS(first),
      diedAtS: died,
      topRpm: Math.max(0, ...columns.speed),
      topKpa: Math.max(0, ...columns.manifoldPressure.filter((kpa) => !Number.isNaN(kpa))),
      endCoolantC: columns.coolant[samples - 1] ?? NaN,
      pulling: pullingOf(trace),
      cuts: { times: cuts, forS: cutSamples / rateHz },
      knocks: { firings: this.knocks, atRpm: mostAt },
      knockControl: {
        heard: Math.max(0, ...columns.knockCount),
        mostDeg: Math.max(0, ...columns.knockRetard),
      },
      misfires: this.misfires,
      charges: this.charges,
      limits: limitsOf(trace, this.car),
      protection: begunIn(columns.protection, trace),
      lost: begunIn(columns.sensorLost, trace),
      idle: idleFactsOf(driveLog(trace)),
      excursions: excursionsIn(trace),
      counters: {
        syncLosses: columns.syncLosses[samples - 1] ?? 0,
        crankTeethMissing: columns.crankTeethMissing[samples - 1] ?? 0,
        camPulsesMissing: columns.camPulsesMissing[samples - 1] ?? 0,
      },
    };
  }

  private hear({ knock, speedRpm, outcome, phase, fuelWasCut, sparkCut }: CarEvent): void {
    if (phase === PHASE.running && !fuelWasCut && !sparkCut) {
      this.charges += 1;
      if (outcome !== 'burned') this.misfires += 1;
    }
    if (knock < KNOCKS_FROM) return;
    this.knocks += 1;
    const step = KNOCK_STEP_RPM * Math.round(speedRpm / KNOCK_STEP_RPM);
    this.knocksAt.set(step, (this.knocksAt.get(step) ?? 0) + 1);
  }
}

/** What stood in a channel of codes, each with when it first did and for how long. */
function begunIn(codes: Float32Array, { samples, rateHz }: DriveTrace): Begun[] {
  const found = new Map<number, { first: number; samples: number }>();
  for (let i = 0; i < samples; i += 1) {
    const code = codes[i] as number;
    if (!(code > 0)) continue;
    const one = found.get(code) ?? { first: i, samples: 0 };
    one.samples += 1;
    found.set(code, one);
  }
  return [...found].map(([code, one]) => ({
    code,
    atS: (one.first + 1) / rateHz,
    forS: one.samples / rateHz,
  }));
}

function limitsOf({ columns, samples, rateHz }: DriveTrace, { limited }: VirtualCar): LimitFacts[] {
  const cylinders = limited.sparkless.length;
  return LIMITS.flatMap(({ id }, code): LimitFacts[] => {
    if (id === 'none') return [];
    const from = code * cylinders;
    const fuelCuts = limited.fuelCuts.slice(from, from + cylinders);
    const sparkCuts = limited.sparkCuts.slice(from, from + cylinders);
    let acted = 0;
    for (let i = 0; i < samples; i += 1) if (columns.limiting[i] === code) acted += 1;
    const none = acted === 0 && [...fuelCuts, ...sparkCuts].every((count) => count === 0);
    return none ? [] : [{ id, forS: acted / rateHz, fuelCuts, sparkCuts }];
  });
}

function pullingOf({ columns, samples, rateHz }: DriveTrace): DriveFacts['pulling'] {
  const ratios: number[] = [];
  let pulls = 0;
  for (let i = 0; i < samples; i += 1) {
    const whole = !((columns.cutShare[i] as number) > 0);
    const loaded = (columns.throttle[i] as number) > PULLING.throttle;
    const pulling = whole && loaded && columns.phase[i] === PHASE.running;
    pulls = pulling ? pulls + 1 : 0;
    const ratio = (columns.lambdaOne[i] as number) / (columns.lambdaTarget[i] as number);
    const seen = pulls >= PULLING.forS * rateHz && (columns.coolant[i] as number) > PULLING.coolantC;
    if (seen && !Number.isNaN(ratio)) ratios.push(ratio);
  }
  return ratios.length === 0 ? null : { leanest: Math.max(...ratios), richest: Math.min(...ratios) };
}
