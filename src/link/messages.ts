import { CHANNEL_IDS, type ChannelId } from '@/core/channel';

/** Both sides speak this version, or do not speak. */
export const PROTOCOL = 2;
/** An engine computer sends no more samples a second than this. */
export const MOST_RATE_HZ = 100;
/** Cells written by one message. */
export const MOST_CELLS = 4096;

/** A map of the engine computer: how many cells it has, and a sum of what is running and of what is stored. */
export interface SectionInfo {
  readonly id: string;
  readonly cells: number;
  readonly running: number;
  readonly stored: number;
}

/** Who answers, and what is in it. */
export interface Identity {
  readonly protocol: number;
  readonly name: string;
  /** The calibration it holds, as it was named when it was put in. */
  readonly calibration: string;
  /** A sum of everything that is in no section. */
  readonly settings: number;
  readonly sections: readonly SectionInfo[];
}

/** Learned trims by cell, row by row: logarithms, and for how long each was learned, s. */
export interface LearnedCells {
  readonly ln: readonly number[];
  readonly evidenceS: readonly number[];
}

/** One cell and its new number. */
export interface CellWrite {
  readonly index: number;
  readonly value: number;
}

/** What a client asks; each has a number that its answer repeats. */
export type Request =
  | { readonly n: number; readonly ask: 'identity' }
  | { readonly n: number; readonly ask: 'unlock'; readonly key: string }
  | { readonly n: number; readonly ask: 'read'; readonly section: string; readonly of: 'running' | 'stored' }
  | {
      readonly n: number;
      readonly ask: 'write';
      readonly section: string;
      readonly cells: readonly CellWrite[];
      /** Sum of the section after the write: another one is refused, and nothing is written. */
      readonly sum: number;
      /** What was learned is in it now: the learned trims are forgotten in the same moment. */
      readonly folds?: true;
    }
  | { readonly n: number; readonly ask: 'learned' }
  /** Forgets what was learned, in these cells or, with null, in all. */
  | { readonly n: number; readonly ask: 'forget'; readonly cells: readonly number[] | null }
  | { readonly n: number; readonly ask: 'store' }
  | { readonly n: number; readonly ask: 'start'; readonly rateHz: number }
  | { readonly n: number; readonly ask: 'stop' };

/** Why a request was refused. */
export const REFUSALS = {
  locked: 'The engine computer is locked: unlock it before it is written to.',
  wrongKey: 'The key does not open this engine computer.',
  noSection: 'The engine computer has no such map.',
  badCell: 'A cell lies outside the map, or its value is no number.',
  otherSum:
    'What would come of it is not what was meant: the map in the engine computer is another one. Read it again.',
  noLearned: 'The engine computer learns no trims.',
  badRate: 'Samples cannot be sent at that rate.',
  notUnderstood: 'The engine computer did not understand the message.',
} as const;

export type Refusal = keyof typeof REFUSALS;

/** What a host answers, and what it sends unasked. */
export type Reply =
  | { readonly n: number; readonly identity: Identity }
  | { readonly n: number; readonly values: readonly number[] }
  | { readonly n: number; readonly sum: number }
  | { readonly n: number; readonly learned: LearnedCells }
  | { readonly n: number; readonly done: true }
  | { readonly n: number; readonly channels: readonly ChannelId[] }
  | { readonly n: number; readonly refused: Refusal }
  | {
      readonly samples: {
        /** Number of the first since they were started: a gap shows what was lost. */
        readonly first: number;
        /** A row a sample, a number a channel; null where nothing is known. */
        readonly rows: readonly (readonly (number | null)[])[];
      };
    };

/** A message as text. NaN goes as null. */
export function written(message: Request | Reply): string {
  return JSON.stringify(message);
}

/** A request from text; null where it is none. */
export function requestOf(text: string): Request | null {
  const message = objectOf(text);
  if (message === null || !isCount(message.n)) return null;
  const { n, ask } = message;
  switch (ask) {
    case 'identity':
    case 'store':
    case 'stop':
    case 'learned':
      return { n, ask };
    case 'unlock':
      return typeof message.key === 'string' ? { n, ask, key: message.key } : null;
    case 'read': {
      const { section, of } = message;
      return typeof section === 'string' && (of === 'running' || of === 'stored')
        ? { n, ask, section, of }
        : null;
    }
    case 'write': {
      const { section, cells, sum } = message;
      if (typeof section !== 'string' || !isNumber(sum) || !Array.isArray(cells)) return null;
      if (cells.length > MOST_CELLS || !cells.every(isCell)) return null;
      const folds = message.folds === true ? { folds: true as const } : {};
      return { n, ask, section, cells, sum, ...folds };
    }
    case 'forget': {
      const { cells } = message;
      if (cells === null) return { n, ask, cells };
      return Array.isArray(cells) && cells.length <= MOST_CELLS && cells.every(isCount)
        ? { n, ask, cells }
        : null;
    }
    case 'start':
      return isNumber(message.rateHz) ? { n, ask, rateHz: message.rateHz } : null;
    default:
      return null;
  }
}

/** A reply from text; null where it is none. */
export function replyOf(text: string): Reply | null {
  const message = objectOf(text);
  if (message === null) return null;
  if (message.samples !== undefined) return samplesOf(message.samples);
  const { n, identity, values, sum, learned, done, channels, refused } = message;
  if (!isCount(n)) return null;
  if (isIdentity(identity)) return { n, identity };
  if (Array.isArray(values) && values.every(isNumber)) return { n, values };
  if (isNumber(sum)) return { n, sum };
  if (isLearned(learned)) return { n, learned };
  if (done === true) return { n, done };
  if (Array.isArray(channels) && channels.every(isChannel)) return { n, channels };
  if (typeof refused === 'string' && refused in REFUSALS) return { n, refused: refused as Refusal };
  return null;
}

function samplesOf(samples: unknown): Reply | null {
  if (!isObject(samples) || !isCount(samples.first) || !Array.isArray(samples.rows)) return null;
  const { first, rows } = samples;
  const isRow = (row: unknown) =>
    Array.isArray(row) && row.every((value) => value === null || isNumber(value));
  return rows.every(isRow) ? { samples: { first, rows: rows as (number | null)[][] } } : null;
}

function isIdentity(value: unknown): value is Identity {
  if (!isObject(value)) return false;
  const { protocol, name, calibration, settings, sections } = value;
  const named = typeof name === 'string' && typeof calibration === 'string';
  return (
    named && isCount(protocol) && isNumber(settings) && Array.isArray(sections) && sections.every(isSection)
  );
}

function isLearned(value: unknown): value is LearnedCells {
  if (!isObject(value)) return false;
  const { ln, evidenceS } = value;
  return Array.isArray(ln) && ln.every(isNumber) && Array.isArray(evidenceS) && evidenceS.every(isNumber);
}

function isSection(value: unknown): value is SectionInfo {
  if (!isObject(value)) return false;
  const { id, cells, running, stored } = value;
  return typeof id === 'string' && isCount(cells) && isNumber(running) && isNumber(stored);
}

function isCell(value: unknown): value is CellWrite {
  return isObject(value) && isCount(value.index) && isNumber(value.value);
}

function isChannel(value: unknown): value is ChannelId {
  return (CHANNEL_IDS as readonly unknown[]).includes(value);
}

function objectOf(text: string): Record<string, unknown> | null {
  try {
    const value: unknown = JSON.parse(text);
    return isObject(value) ? value : null;
  } catch {
    return null;
  }
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function isNumber(value: unknown): value is number {
  return typeof value === 'number' && Number.isFinite(value);
}

function isCount(value: unknown): value is number {
  return isNumber(value) && Number.isInteger(value) && value >= 0;
}
