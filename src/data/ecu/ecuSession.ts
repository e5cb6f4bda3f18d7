import { create } from 'zustand';
import { type Identity, LinkClient, LinkError, sumOf, type Transport } from '@/link';
import type { MapDifference } from './differences';
import { forgetLive, takeRows } from './liveFrame';

/** The link to one engine computer, as screens see it. What it says from moment to moment is in the live frame. */
export interface EcuSession {
  readonly phase: 'none' | 'connecting' | 'live' | 'lost';
  /** The calibration it was connected for. */
  readonly calibrationId: string | null;
  readonly identity: Identity | null;
  /** The maps that run, as read or written last. */
  readonly running: Readonly<Record<string, Float64Array>>;
  readonly storedSums: Readonly<Record<string, number>>;
  /** What is being done at it. */
  readonly doing: 'sending' | 'storing' | null;
  /** Why the last thing came to nothing. */
  readonly failure: string | null;
}

const NOT_CONNECTED: EcuSession = {
  phase: 'none',
  calibrationId: null,
  identity: null,
  running: {},
  storedSums: {},
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
    if (client === made) useEcu.setState({ phase: 'live', identity, running, storedSums });
  } catch (error) {
    if (client === made) failed(error);
  }
}

/** Closes the link; nothing is live any more. */
export function disconnectEcu(): void {
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

async function doAt(doing: 'sending' | 'storing', run: (at: LinkClient) => Promise<void>): Promise<boolean> {
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
  forgetLive();
  useEcu.setState({ phase: 'lost', doing: null });
}
