import { create } from 'zustand';
import type { ChannelId } from '@/core/channel';
import { type Identity, type LearnedCells, LinkClient, LinkError, sumOf, type Transport } from '@/link';
import type { MapDifference } from './differences';
import { keepLearned } from './learnedMemory';
import { forgetLive, takeRows } from './liveFrame';

/** The link to one engine computer, as screens see it. What it says from moment to moment is in the live frame. */
export interface EcuSession {
  readonly phase: 'none' | 'connecting' | 'live' | 'lost';
  /** The calibration it was connected for. */
  readonly calibrationId: string | null;
  readonly identity: Identity | null;
  /** What each sample says. */
  readonly channels: readonly ChannelId[];
  /** The maps that run, as read or written last. */
  readonly running: Readonly<Record<string, Float64Array>>;
  readonly storedSums: Readonly<Record<string, number>>;
  /** What it has learned, as it was read last; null while it learns nothing. */
  readonly learned: LearnedCells | null;
  /** What is being done at it. */
  readonly doing: 'sending' | 'storing' | 'forgetting' | 'folding' | null;
  /** Why the last thing came to nothing. */
  readonly failure: string | null;
}

const NOT_CONNECTED: EcuSession = {
  phase: 'none',
  calibrationId: null,
  identity: null,
  channels: [],
  running: {},
  storedSums: {},
  learned: null,
  doing: null,
  failure: null,
};

/** Samples a second that are asked for. */
export const LIVE_RATE_HZ = 50;
/** Cells in one message, so that a large map does not hold up the samples. */
const CELLS_TOGETHER = 256;

/** The session's store; the functions below are the only ones that change it. */
export const useEcu = create<EcuSession>(() => NOT_CONNECTED);

let client: LinkClient | null = null;

const clock = {
  after: (ms: number, run: () => void) => {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};

/** Connects over a way: who is there, what runs in it, and its samples from now on. The link before it is closed. */
export async function connectEcu(transport: Transport, calibrationId: string, key: string): Promise<void> {
  disconnectEcu();
  useEcu.setState({ ...NOT_CONNECTED, phase: 'connecting', calibrationId });
  let channels: Awaited<ReturnType<LinkClient['start']>> = [];
  const made = new LinkClient(transport, clock, {
    onSamples: (_, rows) => takeRows(channels, rows),
    onLost: () => lose(made),
  });
  client = made;
  try {
    const identity = await made.identity();
    await made.unlock(key);
    const running: Record<string, Float64Array> = {};
    for (const { id } of identity.sections) running[id] = await made.read(id, 'running');
    const storedSums = Object.fromEntries(identity.sections.map(({ id, stored }) => [id, stored]));
    channels = await made.start(LIVE_RATE_HZ);
    if (client === made) useEcu.setState({ phase: 'live', identity, channels, running, storedSums });
    void watchLearned(made);
  } catch (error) {
    if (client === made) failed(error);
  }
}

/** Closes the link; nothing is live any more. */
export function disconnectEcu(): void {
  stopAsking();
  client?.close();
  client = null;
  useEcu.setState(NOT_CONNECTED);
  forgetLive();
}

/** Writes what differs into what runs. It acts at once, and is not stored. @returns whether all of it arrived. */
export function sendMaps(maps: readonly MapDifference[]): Promise<boolean> {
  return doAt('sending', async (at) => {
    for (const { id, cells, wanted } of maps) {
      const after = (useEcu.getState().running[id] ?? wanted).slice();
      for (let from = 0; from < cells.length; from += CELLS_TOGETHER) {
        const some = cells.slice(from, from + CELLS_TOGETHER);
        for (const { index, value } of some) after[index] = value;
        await at.write(id, some, after);
        const written = after.slice();
        useEcu.setState(({ running }) => ({ running: { ...running, [id]: written } }));
      }
    }
  });
}

/** Has the engine computer keep what runs over key off. @returns whether it did. */
export function storeInEcu(): Promise<boolean> {
  return doAt('storing', async (at) => {
    await at.store();
    const { running } = useEcu.getState();
    const storedSums = Object.fromEntries(Object.entries(running).map(([id, values]) => [id, sumOf(values)]));
    useEcu.setState({ storedSums });
  });
}

/** What is learned is asked for so often, ms: it moves slowly. */
const LEARNED_EACH_MS = 3000;

let stopAsking: () => void = () => undefined;

/** Asks for what was learned now and again, and keeps it with the calibration; ends where nothing is learned. */
async function watchLearned(of: LinkClient): Promise<void> {
  if (!(await readLearned(of)) || client !== of) return;
  stopAsking = clock.after(LEARNED_EACH_MS, () => void watchLearned(of));
}

async function readLearned(of: LinkClient): Promise<boolean> {
  try {
    const learned = await of.learned();
    const { calibrationId, identity } = useEcu.getState();
    if (client !== of || calibrationId === null || identity === null) return false;
    useEcu.setState({ learned });
    await keepLearned(calibrationId, identity.settings, learned).catch(() => undefined);
    return true;
  } catch {
    return false;
  }
}

/** Has it forget what it learned, in some cells or, with null, in all. @returns whether it did. */
export function forgetLearned(cells: readonly number[] | null): Promise<boolean> {
  return doAt('forgetting', async (at) => {
    await at.forget(cells);
    await readLearned(at);
  });
}

/**
 * Puts what was learned into the map that runs: read anew, written and forgotten in one moment, so that fuel stays as it is.
 * @param made the map as it is to be, of what is learned by now; null leaves everything as it is.
 * @returns whether it was done.
 */
export async function foldLearned(made: (learned: LearnedCells) => MapDifference | null): Promise<boolean> {
  let folded = false;
  const done = await doAt('folding', async (at) => {
    const map = made(await at.learned());
    if (map === null) return;
    await at.fold(map.id, map.cells, map.wanted);
    folded = true;
    useEcu.setState(({ running }) => ({ running: { ...running, [map.id]: map.wanted.slice() } }));
    await readLearned(at);
  });
  return done && folded;
}

async function doAt(
  doing: NonNullable<EcuSession['doing']>,
  run: (at: LinkClient) => Promise<void>,
): Promise<boolean> {
  if (client === null) return false;
  useEcu.setState({ doing, failure: null });
  try {
    await run(client);
    return true;
  } catch (error) {
    failed(error);
    return false;
  } finally {
    useEcu.setState({ doing: null });
  }
}

function failed(error: unknown): void {
  const failure = error instanceof Error ? error.message : 'The engine computer did not answer.';
  const lost = error instanceof LinkError && error.reason === 'lost';
  useEcu.setState(({ phase }) => ({ failure, phase: lost || phase === 'connecting' ? 'lost' : phase }));
}

function lose(of: LinkClient): void {
  if (client !== of) return;
  stopAsking();
  forgetLive();
  useEcu.setState({ phase: 'lost', doing: null });
}
