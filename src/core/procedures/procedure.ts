import type { Calibration } from '../calibration';
import type { ChannelId } from '../channel';
import type { Remedy } from '../checks';
import type { WorkAsk } from '../control';
import type { EcuProgram } from '../program';
import type { QuantityId } from '../units';

/** What a channel gave while it was captured. */
export interface Captured {
  /** Mean of its middle three fifths: what a spike or two do not move. */
  readonly mean: number;
  /** Standard deviation of all of it. */
  readonly spread: number;
  readonly least: number;
  readonly most: number;
  readonly count: number;
}

/** What one step has brought. */
export type Answer =
  | { readonly kind: 'gone' }
  | { readonly kind: 'choice'; readonly id: string }
  /** In the base unit of its quantity; null where it was left out. */
  | {
      readonly kind: 'number';
      readonly value: number | null;
      /** What channels said when it was read. */
      readonly beside?: Readonly<Partial<Record<ChannelId, number>>>;
    }
  | { readonly kind: 'captured'; readonly channels: Readonly<Partial<Record<ChannelId, Captured>>> }
  /** Samples of each channel, one after the other, so far apart, s; NaN for one that never came. */
  | {
      readonly kind: 'traced';
      readonly eachS: number;
      readonly channels: Readonly<Partial<Record<ChannelId, readonly number[]>>>;
    }
  | { readonly kind: 'dryStart'; readonly started: SimulatedStart | null }
  | { readonly kind: 'searched'; readonly points: readonly SearchPoint[] };

/** What came of one thing that was tried. */
export interface SearchPoint {
  readonly ask: WorkAsk;
  /** Empty where it ended by itself before it was looked at. */
  readonly channels: Readonly<Partial<Record<ChannelId, Captured>>>;
  /** The engine computer ended it: the engine no longer did what it has to. */
  readonly ended: boolean;
}

/** The next thing that is tried: what acts, and what it is called. */
export interface Trial {
  readonly ask: WorkAsk;
  readonly label: string;
}

/** How a start ended in simulation: whether it caught and held, and in words what happened and why. */
export interface SimulatedStart {
  readonly good: boolean;
  readonly headline: string;
  readonly reason: string;
}

/** Answers by the id of their step. */
export type Answers = Readonly<Record<string, Answer>>;

/** What a step takes before it goes on. */
export type Takes =
  | { readonly kind: 'go'; readonly label: string }
  | { readonly kind: 'choice'; readonly options: readonly { readonly id: string; readonly label: string }[] }
  | {
      readonly kind: 'number';
      readonly label: string;
      readonly quantity: QuantityId;
      readonly unit: string;
      readonly min: number;
      readonly max: number;
      readonly decimals: number;
      /** What it is read on, where a stand-in has one: its id, and which of its readings. */
      readonly instrument?: { readonly id: string; readonly place: number };
      /** Channels that are looked at when it is read. */
      readonly beside?: readonly ChannelId[];
      /** Read while the step’s work acts, and at no other time. */
      readonly whileWorked?: true;
      /** May be left out, with what that costs. */
      readonly without?: string;
    }
  | {
      readonly kind: 'capture';
      readonly channels: readonly ChannelId[];
      readonly forS: number;
      /** A channel that has to stand still meanwhile, within so much either way. */
      readonly still?: { readonly channel: ChannelId; readonly within: number };
      /** Channels that have to be read by then. */
      readonly known?: readonly ChannelId[];
    }
  /** Ended by hand, or after so long. */
  | {
      readonly kind: 'trace';
      readonly channels: readonly ChannelId[];
      readonly forS: number;
      /** How much of what is wanted its samples show so far, 0…1, told while they come: what was missed is done again before it ends. */
      readonly seen?: {
        readonly label: string;
        readonly shareOf: (samples: Readonly<Partial<Record<ChannelId, readonly number[]>>>) => number;
      };
    }
  /** One thing after the other acts, settles and is looked at, by what came before; begun by hand, and stopped by hand at any time. */
  | {
      readonly kind: 'search';
      readonly label: string;
      readonly channels: readonly ChannelId[];
      readonly settlesS: number;
      readonly forS: number;
      /** Null where it is over. */
      readonly next: (points: readonly SearchPoint[]) => Trial | null;
      /** What came of a point, in a few words with its numbers. */
      readonly said: (point: SearchPoint) => string;
    }
  /** The same start with this calibration in simulation, as warm as the engine and with its battery. */
  | { readonly kind: 'dryStart'; readonly coolantC: number; readonly batteryV: number };

/** What acts on the engine while a step is looked at; ended when the step is left, whichever way. */
export interface StepWork {
  readonly ask: WorkAsk;
  /** What a button says that begins it: "Run the pump". */
  readonly label: string;
  /** It goes on without a finger on it: both hands are at the engine. */
  readonly latched: boolean;
}

/** One page of a procedure. */
export interface Step {
  readonly id: string;
  /** What to do, in a few words. */
  readonly title: string;
  /** What to do at the engine, and what to look at. */
  readonly words: readonly string[];
  /** What is seen of it live. */
  readonly shows: readonly ChannelId[];
  /** What is expected, where there is something to expect. */
  readonly expects: string | null;
  readonly work: StepWork | null;
  readonly takes: Takes;
}

/** What a procedure knows while it runs. */
export interface ProcedureAt {
  readonly document: Calibration;
  readonly program: EcuProgram;
  readonly answers: Answers;
}

/** One thing that was found. */
export interface Found {
  readonly tone: 'good' | 'error' | 'warning' | 'plain';
  readonly text: string;
}

/** How a procedure ended: what was found, and what would put it right in the calibration. */
export interface Outcome {
  readonly found: readonly Found[];
  readonly remedy: Remedy | null;
}

/**
 * A guided path at the engine that measures, decides and explains. Steps follow from what was answered so far, so that a path may
 * fork; the next one is the first without an answer, and with none left it is decided.
 */
export interface Procedure {
  readonly id: string;
  readonly title: string;
  readonly what: string;
  readonly minutes: number;
  /** Why it cannot be done with this calibration; null where it can. */
  readonly missing: (at: ProcedureAt) => string | null;
  readonly steps: (at: ProcedureAt) => readonly Step[];
  readonly decide: (at: ProcedureAt) => Outcome;
}

/** The step that comes next, and its place; null where everything is answered. */
export function nextStep(
  procedure: Procedure,
  at: ProcedureAt,
): { readonly step: Step; readonly place: number } | null {
  const steps = procedure.steps(at);
  const place = steps.findIndex(({ id }) => at.answers[id] === undefined);
  const step = steps[place];
  return step === undefined ? null : { step, place };
}

/** Answers without the last one given, and what was answered after it. */
export function withoutLast(procedure: Procedure, at: ProcedureAt): Answers {
  const answered = procedure.steps(at).filter(({ id }) => at.answers[id] !== undefined);
  const last = answered.at(-1)?.id;
  return Object.fromEntries(Object.entries(at.answers).filter(([id]) => id !== last));
}

/** Passed, failed, or neither: something is left open. What would change the calibration has not passed with it. */
export function verdictOf({ found, remedy }: Outcome): 'passed' | 'failed' | 'open' {
  if (found.some(({ tone }) => tone === 'error')) return 'failed';
  const open = remedy !== null || found.length === 0 || found.some(({ tone }) => tone === 'warning');
  return open ? 'open' : 'passed';
}
