import type { Calibration } from '@/core/calibration';
import type { WorkAsk } from '@/core/control';
import { AT, type ChannelId, frameOf, read, WORK_CODE } from '@/core/channel';
import {
  type Answer,
  type Answers,
  capturedAnswer,
  nextStep,
  type Outcome,
  type Procedure,
  type SearchPoint,
  searchPoint,
  type SimulatedStart,
  type Step,
} from '@/core/procedures';
import { toBase } from '@/core/units';
import { BenchCar } from '@/standin/benchCar';
import type { Car } from '@/standin/car';
import { DryStart, explainStart, START_LENGTH_S } from '@/standin/dryStart';
import { factoryFlash } from '@/standin/ecuBox';
import type { InstrumentId } from '@/standin/instruments';
import { drivable } from '@/workers/drivable';
import { programOf } from './ventisca';

const SAMPLE_S = 0.02;
/** Somebody holds what is worked so often, s. */
const HELD_EACH_S = 0.5;
/** An engine below this stands, or is about to, rev/min. */
const STANDS_RPM = 300;
/** A gauge is read so long after its work was begun, s. */
const SETTLES_S = 8;

/** A builder at a car: what hands do at a step, and what is chosen where the car does not say it itself. */
export interface Builder {
  readonly hands?: (step: Step, bench: BenchCar) => void;
  readonly choose?: (step: Step, bench: BenchCar) => string | null;
  /** What hands do while a step’s work acts, before it looks. */
  readonly meanwhile?: (step: Step, bench: BenchCar) => void;
  /** What hands do at an engine that has died in a search. */
  readonly again?: (bench: BenchCar) => void;
  /** What hands do while a step looks, by the time in it, s. */
  readonly during?: (step: Step, bench: BenchCar, atS: number) => void;
}

/** The place that a car stands in. */
export interface Place {
  readonly coolantC?: number;
  readonly airC?: number;
  readonly seed?: number;
}

/** A car beside the bench with a calibration in it, its key on. */
export function benchOf(
  document: Calibration,
  car: Car,
  { coolantC = 12, airC = 12, seed = 1 }: Place = {},
): BenchCar {
  const surroundings = { barometricKpa: car.barometricKpa, airC };
  const setup = { coolantC, batteryV: 12.6, seed, surroundings };
  const bench = new BenchCar(car, setup, factoryFlash(document));
  bench.take({ key: true });
  pass(bench, 6);
  return bench;
}

/** Time passes. @returns the frame at its end. */
function pass(bench: BenchCar, forS: number): Float64Array {
  const frame = frameOf();
  bench.advance(forS, frame, () => undefined);
  return frame;
}

/** How a procedure went at a car. */
export interface Ran {
  readonly outcome: Outcome;
  readonly answers: Answers;
  readonly steps: readonly string[];
  /** What was worked, by the id of its step. */
  readonly worked: readonly { readonly step: string; readonly ask: WorkAsk }[];
}

/** A procedure from its first step to its end, as a builder does it who does what each step says. */
export function ran(
  procedure: Procedure,
  document: Calibration,
  bench: BenchCar,
  builder: Builder = {},
): Ran {
  const program = programOf(document);
  let answers: Answers = {};
  const steps: string[] = [];
  const worked: Ran['worked'][number][] = [];
  for (let i = 0; i < 80; i += 1) {
    const next = nextStep(procedure, { document, program, answers });
    if (next === null)
      return { outcome: procedure.decide({ document, program, answers }), answers, steps, worked };
    steps.push(next.step.id);
    if (next.step.work !== null) worked.push({ step: next.step.id, ask: next.step.work.ask });
    answers = { ...answers, [next.step.id]: answerOf(document, next.step, bench, builder) };
  }
  throw new Error(`${procedure.id} does not end`);
}

function answerOf(document: Calibration, step: Step, bench: BenchCar, builder: Builder): Answer {
  builder.hands?.(step, bench);
  const before = new Set(bench.heard);
  const refused = step.work === null ? null : bench.memory.beginWork(step.work.ask);
  if (refused !== null) throw new Error(`${step.id} is refused: ${refused.refused}`);
  builder.meanwhile?.(step, bench);
  const answer = seen(document, step, bench, builder, before);
  bench.memory.endWork();
  pass(bench, 0.1);
  return answer;
}

function seen(
  document: Calibration,
  step: Step,
  bench: BenchCar,
  builder: Builder,
  before: ReadonlySet<string>,
): Answer {
  const { takes, work } = step;
  switch (takes.kind) {
    case 'go':
      return { kind: 'gone' };
    case 'choice': {
      watched(bench, work === null ? 0 : 1, () => undefined);
      const heard = bench.heard.filter((id) => !before.has(id) || id === functionOf(work));
      const own = builder.choose?.(step, bench) ?? usualChoice(step, heard);
      return { kind: 'choice', id: own };
    }
    case 'number': {
      let last = frameOf();
      const toItsEnd = work !== null && (work.ask.kind === 'pulses' || step.id === 'can');
      watched(bench, toItsEnd ? Infinity : SETTLES_S, () => undefined);
      // A gauge that lags comes to what it reads while it is looked at.
      void bench.readings;
      watched(bench, 4, (frame) => (last = frame));
      const { instrument, beside = [] } = takes;
      const shown = instrument === undefined ? [] : bench.readings[instrument.id as InstrumentId];
      const reads = shown[instrument?.place ?? 0] ?? null;
      const value = reads === null ? null : toBase(takes.quantity, { amount: reads, unit: takes.unit });
      return {
        kind: 'number',
        value,
        beside: Object.fromEntries(beside.map((id) => [id, read(last, AT[id])])),
      };
    }
    case 'capture':
    case 'trace': {
      watched(bench, work === null ? 0.5 : 3, () => undefined);
      for (let tries = 0; tries < 30; tries += 1) {
        const samples = sampled(step, bench, builder, takes);
        const taken = capturedAnswer(takes, samples, SAMPLE_S);
        if ('answer' in taken) return taken.answer;
      }
      throw new Error(`${step.id} is never still`);
    }
    case 'search':
      return { kind: 'searched', points: searchedAt(bench, builder, takes) };
    case 'dryStart':
      return { kind: 'dryStart', started: simulatedAt(document, takes) };
  }
}

/** One trial after the other, as they are asked for; one that the engine computer ends is kept as that. */
function searchedAt(
  bench: BenchCar,
  builder: Builder,
  takes: Extract<Step['takes'], { kind: 'search' }>,
): SearchPoint[] {
  const points: SearchPoint[] = [];
  for (let i = 0; i < 40; i += 1) {
    const trial = takes.next(points);
    if (trial === null) return points;
    if (bench.felt.speedRpm < STANDS_RPM) builder.again?.(bench);
    const refused = bench.memory.beginWork(trial.ask);
    if (refused !== null) throw new Error(`${trial.label} is refused: ${refused.refused}`);
    const samples: Partial<Record<ChannelId, number[]>> = {};
    let ended = false;
    watched(bench, takes.settlesS + takes.forS, (frame, atS) => {
      ended ||= atS > 0.1 && read(frame, AT.workState) !== WORK_CODE.working;
      if (atS < takes.settlesS) return;
      for (const id of takes.channels) (samples[id] ??= []).push(read(frame, AT[id]));
    });
    points.push(searchPoint(trial.ask, takes, samples, ended));
  }
  throw new Error('A search does not end');
}

/** The start that is asked for, of the car as it is described. */
function simulatedAt(
  document: Calibration,
  { coolantC, batteryV }: Extract<Step['takes'], { kind: 'dryStart' }>,
): SimulatedStart {
  const { program, car } = drivable(document);
  const start = new DryStart(program, car, { coolantC, batteryV, seed: 1 });
  start.advance(START_LENGTH_S);
  return explainStart(program, start.result());
}

function sampled(
  step: Step,
  bench: BenchCar,
  builder: Builder,
  takes: Extract<Step['takes'], { kind: 'capture' | 'trace' }>,
): Partial<Record<ChannelId, number[]>> {
  const samples: Partial<Record<ChannelId, number[]>> = {};
  watched(bench, takes.forS, (frame, atS) => {
    builder.during?.(step, bench, atS);
    for (const id of takes.channels) (samples[id] ??= []).push(read(frame, AT[id]));
  });
  return samples;
}

/** Time passes, what is worked is held, and every sample is looked at; to the end of the work with no time given. */
function watched(bench: BenchCar, forS: number, each: (frame: Float64Array, atS: number) => void): void {
  const most = Number.isFinite(forS) ? forS : 120;
  let heldS = -Infinity;
  for (let atS = 0; atS < most; atS += SAMPLE_S) {
    if (atS - heldS >= HELD_EACH_S) {
      bench.memory.holdWork();
      heldS = atS;
    }
    const frame = pass(bench, SAMPLE_S);
    each(frame, atS);
    if (!Number.isFinite(forS) && read(frame, AT.workState) !== WORK_CODE.working && atS > 0.1) return;
  }
}

/** The function of the pin that a step works. */
function functionOf(work: Step['work']): string | null {
  return work !== null && 'function' in work.ask ? work.ask.function : null;
}

/** What somebody chooses who hears and sees the car, and wants it as the calibration says. */
function usualChoice(step: Step, heard: readonly string[]): string {
  const { takes, id } = step;
  const options = takes.kind === 'choice' ? takes.options.map((option) => option.id) : [];
  if (id.startsWith('try-')) return options.find((option) => heard.includes(option)) ?? 'nothing';
  if (id === 'leaks') return heard.some((thing) => thing.startsWith('output-')) ? 'dry' : 'silent';
  return options[0] ?? '';
}
