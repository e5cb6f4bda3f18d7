import { create } from 'zustand';
import { AT, type ChannelId, type Frame } from '@/core/channel';
import { useEcu } from '../ecu/ecuSession';
import { onEverySample } from '../ecu/liveFrame';
import { storage } from '../store/browserStorage';
import type { LogEntry } from './logRecord';
import { createLogStore, RECORDED } from './logStore';

/** The logs of this browser. */
export const logStore = createLogStore(storage);

/** A recording under way. */
interface Recording {
  readonly entry: LogEntry | null;
  /** Rows taken so far, stored or not. */
  readonly samples: number;
  readonly failure: string | null;
}

export const useRecording = create<Recording>(() => ({ entry: null, samples: 0, failure: null }));

/** A part is stored when it has so many rows, or when recording ends: what a closed page can lose. */
const PART_ROWS = 100;
/** Screens are told of every so many rows. */
const TOLD_ROWS = 10;

/** What is recorded: all that the engine computer says. */
let channels: readonly ChannelId[] = RECORDED;
let rows = new Float32Array(0);
let filled = 0;
/** Rows taken so far; screens are told of them now and then. */
let taken = 0;
/** Parts that are not stored yet, the oldest first: one that storage refused is tried again with the next. */
let waiting: Float32Array[] = [];
let writing: Promise<void> = Promise.resolve();
let stopTaking: (() => void) | null = null;
let stopWatching: (() => void) | null = null;

/** Begins a log of what the engine computer says, for a calibration. */
export async function startRecording(
  about: Pick<LogEntry, 'calibrationId' | 'calibration' | 'ecu' | 'rateHz'>,
): Promise<void> {
  if (useRecording.getState().entry !== null) return;
  const said = useEcu.getState().channels;
  channels = said.length > 0 ? said : RECORDED;
  rows = new Float32Array(PART_ROWS * channels.length);
  const entry: LogEntry = {
    ...about,
    id: crypto.randomUUID(),
    startedAt: new Date().toISOString(),
    channels,
    samples: 0,
    chunks: 0,
    ended: null,
  };
  useRecording.setState({ entry, samples: 0, failure: null });
  [filled, taken, waiting] = [0, 0, []];
  writing = logStore.begin(entry).catch(fail);
  stopTaking = onEverySample(take);
  stopWatching = useEcu.subscribe(({ phase }) => {
    if (phase !== 'live') void stopRecording('lost');
  });
  await writing;
}

/** Ends it and stores what is left. @returns the log’s id; null where nothing was being recorded. */
export async function stopRecording(
  ended: NonNullable<LogEntry['ended']> = 'stopped',
): Promise<string | null> {
  const { entry } = useRecording.getState();
  if (entry === null || stopTaking === null) return null;
  stopTaking();
  stopWatching?.();
  [stopTaking, stopWatching] = [null, null];
  flush();
  writing = writing.then(async () => {
    const { entry: last } = useRecording.getState();
    if (last !== null) await logStore.end(last, ended);
  });
  await writing.catch(fail);
  useRecording.setState({ entry: null });
  return entry.id;
}

function take(frame: Frame): void {
  channels.forEach((id, k) => (rows[filled * channels.length + k] = frame[AT[id]] as number));
  filled += 1;
  taken += 1;
  if (taken % TOLD_ROWS === 0) useRecording.setState({ samples: taken });
  if (filled === PART_ROWS) flush();
}

/** Hands what is filled to the store, one part after the other. */
function flush(): void {
  if (filled > 0) waiting.push(rows.slice(0, filled * channels.length));
  rows = new Float32Array(PART_ROWS * channels.length);
  filled = 0;
  writing = writing.then(writeWaiting).catch(fail);
}

async function writeWaiting(): Promise<void> {
  for (let part = waiting[0]; part !== undefined; part = waiting[0]) {
    const { entry } = useRecording.getState();
    if (entry === null) return;
    useRecording.setState({ entry: await logStore.append(entry, part), failure: null });
    waiting.shift();
  }
}

function fail(error: unknown): void {
  const why = error instanceof Error ? error.message : 'the browser’s storage did not answer';
  useRecording.setState({
    failure: `A part of the log could not be stored: ${why}. It is kept and tried again with the next.`,
  });
}
