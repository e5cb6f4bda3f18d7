import { CHANNEL_IDS, type ChannelId } from '@/core/channel';
import { z } from '@/core/field/schema';

/** Both sides speak this version, or do not speak. */
export const PROTOCOL = 6;
/** An engine computer sends no more samples a second than this. */
export const MOST_RATE_HZ = 100;
/** Cells written by one message. */
export const MOST_CELLS = 4096;
/** A message is no longer than this, bytes; before pairing far less. */
export const MOST_MESSAGE_BYTES = 1_048_576;
/** Sections named by one message. */
const MOST_SECTIONS = 400;

const text = z.string().max(200);
const code = z.string().max(64);
const section = z.string().min(1).max(80);
const sum = z.number().int().min(0).max(0xffffffff);
const count = z.number().int().min(0);
const sums = z.record(section, sum);
const of = z.enum(['running', 'stored']);
const cells = z.array(z.object({ index: count, value: z.number() })).max(MOST_CELLS);
const nothing = z.object({});
const channels = z.array(z.enum(CHANNEL_IDS as readonly [ChannelId, ...ChannelId[]])).max(CHANNEL_IDS.length);

/** Who answers. */
const identity = z.object({
  protocol: count,
  name: text,
  serial: text,
  firmware: text,
  /** Version of the document that it reads. */
  documentVersion: count,
  capabilities: z.object({
    /** It learns trims. */
    learns: z.boolean(),
    /** It is written to only with a code. */
    locks: z.boolean(),
    mostRateHz: z.number().positive(),
    channels,
  }),
});

/** What is in it now. */
const contents = z.object({
  /** Name of the calibration that runs; null while none does. */
  calibration: text.nullable(),
  /** Of each section, a sum of what runs and of what is stored. */
  running: sums,
  stored: sums,
  /** Grows with every store. */
  generation: count,
  /** The engine turns: nothing but cells of maps is taken. */
  turning: z.boolean(),
});

/** Learned trims by cell, row by row: logarithms, and for how long each was learned, s. */
const learned = z.object({ ln: z.array(z.number()), evidenceS: z.array(z.number()) });

const pinFunction = z.string().min(1).max(80);
/** What is worked at the engine: an output held on, an injector or coil pulsed, by the function of its pin; a fixed spark; or an idle tried with something moved. */
const workAsk = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('hold'),
    function: pinFunction,
    forS: z.number(),
    dutyPercent: z.number(),
  }),
  z.object({
    kind: z.literal('pulses'),
    function: pinFunction,
    openMs: z.number(),
    everyMs: z.number(),
    count: z.number(),
    /** The fuel pump runs with it. */
    pump: z.boolean(),
  }),
  /** A spark that stays where it is, with or without fuel; at an engine that turns too. */
  z.object({ kind: z.literal('timing'), sparkDeg: z.number(), fuel: z.boolean(), forS: z.number() }),
  /** An idle with something moved: what is null stays with what holds it. */
  z.object({
    kind: z.literal('idle'),
    lambda: z.number().nullable(),
    fuelShare: z.number(),
    sparkDeg: z.number().nullable(),
    sparkAddsDeg: z.number(),
    airPercent: z.number().nullable(),
    forS: z.number(),
  }),
]);

/** What a client asks of a host: of each method, what it is asked with, and what it answers. */
export const METHODS = {
  /** First of all: who is there, and may it be read. */
  hello: { params: z.object({ protocol: count, pairing: code }), result: identity },
  contents: { params: nothing, result: contents },
  /** Opens it for writing, until the link ends or {@link METHODS.lock}. */
  unlock: { params: z.object({ code }), result: nothing },
  lock: { params: nothing, result: nothing },
  read: {
    params: z.object({ of, sections: z.array(section).max(MOST_SECTIONS) }),
    result: z.object({ sections: z.record(section, z.unknown()) }),
  },
  /** Cells of a map that runs; refused unless the section then has the sum that is meant. */
  write: {
    params: z.object({
      section,
      cells,
      sum,
      /** The cells hold some of what was learned: this is what stays learned, from the same moment on. Null leaves it as it is. */
      left: learned.nullable(),
    }),
    result: nothing,
  },
  /** Announces sections that come, each with its sum; those announced before are forgotten. */
  begin: { params: z.object({ sections: sums }), result: nothing },
  part: { params: z.object({ sections: z.record(section, z.unknown()) }), result: nothing },
  /** Runs what was announced, all of it or nothing. */
  commit: { params: nothing, result: nothing },
  /** Keeps what runs over key off. */
  store: { params: nothing, result: z.object({ generation: count }) },
  learned: { params: nothing, result: learned },
  /** Forgets what was learned, in these cells or, with null, in all. */
  forget: { params: z.object({ cells: z.array(count).max(MOST_CELLS).nullable() }), result: nothing },
  /**
   * Works one thing at the standing engine: it ends by itself when it is done, when the engine turns, when the link ends or is
   * locked, and where {@link METHODS.holdWork} does not come for some seconds.
   */
  work: { params: z.object({ ask: workAsk }), result: nothing },
  holdWork: { params: nothing, result: nothing },
  endWork: { params: nothing, result: nothing },
  /** Samples from now on, with what arrives at the pins of sensors where that is asked for. @returns the channels of each, and the number of the first that has these. */
  start: {
    params: z.object({ rateHz: z.number(), atPins: z.boolean() }),
    result: z.object({ channels, first: count }),
  },
  stop: { params: nothing, result: nothing },
} as const;

export type MethodId = keyof typeof METHODS;
export type Params<Id extends MethodId> = z.output<(typeof METHODS)[Id]['params']>;
export type Result<Id extends MethodId> = z.output<(typeof METHODS)[Id]['result']>;

export type Identity = Result<'hello'>;
export type Contents = Result<'contents'>;
export type LearnedCells = Result<'learned'>;
export type WorkAsk = z.output<typeof workAsk>;
export type CellWrite = Params<'write'>['cells'][number];

/** Why a request was refused. */
export const REFUSALS = {
  otherProtocol: 'The engine computer speaks another version of the protocol.',
  notPaired:
    'The pairing code is not that of this engine computer. It stands where the engine computer was started.',
  locked: 'The engine computer is locked: unlock it before it is written to.',
  wrongCode: 'The lock code does not open this engine computer.',
  tooManyTries: 'Too many wrong codes. Wait half a minute, then try again.',
  writerThere: 'Somebody else is writing to this engine computer. Have them disconnect first.',
  noSection: 'The engine computer has no such map.',
  badCell: 'A cell lies outside the map, or its value is outside its limits.',
  otherSum:
    'What would come of it is not what was meant: the map in the engine computer is another one. Compare, then send again.',
  notAnnounced: 'What arrived was not announced, or not all of it has arrived: send it again.',
  notUsable: 'The engine computer cannot run this calibration.',
  turning: 'The engine turns. Only cells of maps are taken while it does: stop it, then send.',
  noLearned: 'The engine computer learns no trims.',
  otherLearned: 'The engine computer has learned trims of another number of cells.',
  noTarget: 'Nothing of that name hangs on a pin of the engine computer.',
  workTooMuch: 'That is more than is worked at an engine: shorter, fewer, or nearer to what is usual.',
  workTurning: 'The engine turns. Nothing is worked while it does: stop it first.',
  workNotIdling: 'The engine does not idle: let it run, and let the pedal go.',
  badRate: 'Samples cannot be sent at that rate.',
  tooFast: 'More was asked than the engine computer answers.',
  notUnderstood: 'The engine computer did not understand the message.',
} as const;

export type Refusal = keyof typeof REFUSALS;

export function isRefusal(reason: unknown): reason is Refusal {
  return typeof reason === 'string' && Object.hasOwn(REFUSALS, reason);
}

/** A refusal, with more words about it where there are any. */
export interface Refused {
  readonly refused: Refusal;
  readonly detail?: string;
}

/** Code of every refusal of ours, of those that JSON-RPC leaves to a server; which one it is stands in its data. */
export const REFUSED_CODE = -32000;
