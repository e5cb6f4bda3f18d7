import { create } from 'zustand';
import { calibrationToText } from '@/core/calibration';
import { AT, type ChannelId, type Frame, frameOf } from '@/core/channel';
import { documentOf } from '@/core/ecuImage';
import type { LogColumn } from '@/core/log';
import { useEcu } from '../ecu/ecuSession';
import { liveFrame, onEverySample } from '../ecu/liveFrame';
import { storage } from '../store/browserStorage';
import { type LogEntry, MOST_NOTE } from './logRecord';
import { createLogStore } from './logStore';
import { type LogWriter, logWriter } from './logWriter';
import { type Gate, gateAtRest, pass, plannedChannels, type RecordPlan } from './recordPlan';

/** The logs of this browser. */
export const logStore = createLogStore(storage);

/** A recording under way. */
interface Recording {
  /** Somebody asked for it: it is recorded, or waits for its condition. */
  readonly asked: boolean;
  /** The log that is written; null while none is. */
  readonly entry: LogEntry | null;
  /** For how long it has been written, s. */
  readonly forS: number;
  readonly failure: string | null;
}

const AT_REST: Recording = { asked: false, entry: null, forS: 0, failure: null };

export const useRecording = create<Recording>(() => AT_REST);

/** A part is stored when it has so many samples, or when recording ends: what a closed page can lose. */
const PART_SAMPLES = 100;
/**
 * A log of so many samples is whole, and what goes on is the next: an hour at fifty a second. A log is read as a whole, and one of a
 * day would be more than a phone has room for.
 */
export const MOST_SAMPLES = 180_000;
/** Screens are told of every so many samples. */
const TOLD_SAMPLES = 10;
/** No more samples than this are kept back for a condition. */
const MOST_BACK = 2000;

/** For whom is recorded, and by which plan. */
export interface RecordOrder {
  readonly calibrationId: string;
  readonly calibration: string;
  readonly plan: RecordPlan;
}

/** A log that is being written, and what of it is not a part yet. */
interface Written {
  readonly writer: LogWriter;
  /** The calibration that the engine computer held when it began, as text; null where that is not known. */
  readonly held: string | null;
  columns: LogColumn[];
  filled: number;
  taken: number;
  firstS: number;
}

/** What is being recorded: it changes with every sample, so screens are told of it now and then. */
interface Taking {
  readonly order: RecordOrder;
  readonly channels: readonly ChannelId[];
  readonly gate: Gate;
  /** Samples kept back until the condition holds, the oldest first. */
  back: Frame[];
  written: Written | null;
  /** The log that was full with the last sample, while the next has not begun. */
  full: { readonly id: string; readonly stored: Promise<void> } | null;
  readonly stop: () => void;
}

let taking: Taking | null = null;

/** Begins to record what the engine computer says, at once or when the condition of the plan holds. */
export function startRecording(order: RecordOrder): void {
  if (taking !== null) return;
  const stopTaking = onEverySample(take);
  const stopWatching = useEcu.subscribe(({ phase }) => {
    if (phase !== 'live') void stopRecording('lost');
  });
  taking = {
    order,
    channels: plannedChannels(order.plan, useEcu.getState().channels),
    gate: gateAtRest(),
    back: [],
    written: null,
    full: null,
    stop: () => {
      stopTaking();
      stopWatching();
    },
  };
  useRecording.setState({ ...AT_REST, asked: true });
  if (order.plan.when === null) begin(taking);
}

/** Ends it and stores what is left. @returns the id of the log, or of one that was full just then; null where nothing was being written. */
export async function stopRecording(
  ended: NonNullable<LogEntry['ended']> = 'stopped',
): Promise<string | null> {
  if (taking === null) return null;
  const now = taking;
  const id = now.written?.writer.id ?? now.full?.id ?? null;
  taking = null;
  now.stop();
  await now.full?.stored;
  await finish(now, ended);
  useRecording.setState({ asked: false });
  return id;
}

/** Marks the moment, with a note or without. @returns which mark it is; null where nothing is being written. */
export function markNow(note: string): number | null {
  const written = taking?.written ?? null;
  const marks = useRecording.getState().entry?.marks.length ?? 0;
  if (written === null || Number.isNaN(written.firstS)) return null;
  const atS = Math.max(0, (liveFrame()[AT.time] as number) - written.firstS);
  written.writer.mark((all) => [...all, { atS, note: note.slice(0, MOST_NOTE) }]);
  return marks;
}

/** Another note for a mark that was made. */
export function noteMark(index: number, note: string): void {
  taking?.written?.writer.mark((all) =>
    all.map((mark, i) => (i === index ? { ...mark, note: note.slice(0, MOST_NOTE) } : mark)),
  );
}

function emptyColumns(channels: readonly ChannelId[]): LogColumn[] {
  return channels.map((id) =>
    id === 'time' ? new Float64Array(PART_SAMPLES) : new Float32Array(PART_SAMPLES),
  );
}

/** A log of its own from here on. */
function begin(now: Taking): Written {
  const { order, channels } = now;
  const { identity, running } = useEcu.getState();
  const entry: LogEntry = {
    id: crypto.randomUUID(),
    calibrationId: order.calibrationId,
    calibration: order.calibration,
    source: { kind: 'recorded', ecu: identity?.name ?? '', rateHz: order.plan.rateHz, edited: false },
    startedAt: new Date().toISOString(),
    channels,
    own: [],
    samples: 0,
    forS: 0,
    firstS: null,
    pages: 0,
    parts: 0,
    coding: 'packed',
    size: 0,
    ended: null,
    marks: [],
    note: '',
  };
  const held = heldText(running);
  const written: Written = {
    writer: logWriter(logStore, entry, held, ({ entry: told, failure }) => {
      // Of one that is over only what went wrong is said.
      if (taking?.written?.writer.id === told.id) useRecording.setState({ entry: told, failure });
      else if (failure !== null) useRecording.setState({ failure });
    }),
    held,
    columns: emptyColumns(channels),
    filled: 0,
    taken: 0,
    firstS: NaN,
  };
  now.written = written;
  now.full = null;
  useRecording.setState({ entry, forS: 0, failure: null });
  return written;
}

/** What an engine computer holds as text of a calibration; null where that is none. */
function heldText(running: Readonly<Record<string, unknown>>): string | null {
  const read = documentOf(running);
  return read.ok ? calibrationToText(read.document) : null;
}

function take(frame: Frame): void {
  const now = taking;
  if (now === null) return;
  const passed = pass(now.gate, now.order.plan, frame);
  if (passed === 'left') return;
  if (passed === 'over') {
    // What was begun by hand is over as a whole; a condition may hold again.
    if (now.order.plan.when === null) {
      void stopRecording();
      return;
    }
    void finish(now, 'stopped');
  }
  if (passed !== 'taken') {
    keepBack(now, frame);
    return;
  }
  const written = now.written ?? begin(now);
  for (const one of now.back) put(now, written, one);
  now.back = [];
  put(now, written, frame);
  if (written.taken >= MOST_SAMPLES) now.full = { id: written.writer.id, stored: finish(now, 'stopped') };
}

/** Keeps a sample for the time before a condition holds; those that are too old go. */
function keepBack(now: Taking, frame: Frame): void {
  const one = frameOf();
  one.set(frame);
  now.back.push(one);
  const fromS = (frame[AT.time] as number) - now.order.plan.beforeS;
  const from = now.back.findIndex(({ [AT.time]: atS }) => (atS as number) >= fromS);
  now.back = now.back.slice(Math.max(from, now.back.length - MOST_BACK, 0));
}

function put({ channels }: Taking, written: Written, frame: Frame): void {
  const { columns, filled } = written;
  channels.forEach((id, i) => ((columns[i] as LogColumn)[filled] = frame[AT[id]] as number));
  written.filled += 1;
  written.taken += 1;
  const timeS = frame[AT.time] as number;
  if (Number.isNaN(written.firstS)) written.firstS = timeS;
  if (written.taken % TOLD_SAMPLES === 0) {
    useRecording.setState({ forS: Math.max(0, timeS - written.firstS) });
  }
  if (written.filled === PART_SAMPLES) flush(channels, written);
}

/** Hands what is filled to the store. */
function flush(channels: readonly ChannelId[], written: Written): void {
  if (written.filled === 0) return;
  written.writer.add(written.columns.map((column) => column.slice(0, written.filled)));
  written.columns = emptyColumns(channels);
  written.filled = 0;
}

/** Ends the log that is written, and stores what is left of it. */
async function finish(now: Taking, ended: NonNullable<LogEntry['ended']>): Promise<void> {
  const { written } = now;
  if (written === null) return;
  now.written = null;
  flush(now.channels, written);
  const held = heldText(useEcu.getState().running);
  useRecording.setState({ entry: null });
  await written.writer.end(ended, held === written.held ? null : held);
}
