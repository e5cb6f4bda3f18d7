import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { saveBlob } from '../files/download';
import { logStore } from '../logs/recorder';
import { storage } from '../store/browserStorage';
import { KEYS, snapshotKeys } from '../store/keys';
import { queryKeys } from '../store/listQueries';
import { repository } from '../store/browserRepository';
import { exclusively } from '../store/tabs';
import { GARAGE_ENDING } from './garageFormat';
import {
  documentWords,
  enginesOf,
  type GarageEngine,
  type SeasonItem,
  seasonOf,
  versionHead,
} from './season';
import { takeGarage, type TakenGarage } from './takeGarage';
import { type GarageProgress, writeGarage } from './writeGarage';

/** Documents are read so many at a time, so that the page answers meanwhile. */
const BATCH = 8;

/** Engines, and all there is of a season: read anew each time that somebody looks. */
export function useGarage() {
  return useQuery({
    queryKey: ['garage'],
    queryFn: readGarageItems,
    staleTime: 0,
    gcTime: 0,
  });
}

async function readGarageItems(): Promise<{
  readonly engines: readonly GarageEngine[];
  readonly items: readonly SeasonItem[];
}> {
  const [entries, logs, keys] = [
    await repository.entries(),
    await logStore.list(),
    await storage.getAllKeys(),
  ];
  const kept = entries.filter(({ deletedAt }) => deletedAt === null);
  const documents = new Map<string, NonNullable<ReturnType<typeof documentWords>>>();
  const versions: NonNullable<ReturnType<typeof versionHead>>[] = [];
  await inBatches(
    kept.map(({ id }) => ({ id, key: KEYS.document(id) })),
    (id, text) => {
      const words = documentWords(text);
      if (words !== null) documents.set(id, words);
    },
  );
  await inBatches(
    kept.flatMap(({ id }) => snapshotKeys(keys, id).map((key) => ({ id, key }))),
    (id, text) => {
      const head = versionHead(id, text);
      if (head !== null) versions.push(head);
    },
  );
  return { engines: enginesOf(entries), items: seasonOf({ entries, documents, versions, logs }) };
}

async function inBatches(
  of: readonly { readonly id: string; readonly key: string }[],
  told: (id: string, text: string) => void,
): Promise<void> {
  for (let from = 0; from < of.length; from += BATCH) {
    const batch = of.slice(from, from + BATCH);
    const texts = await storage.getMany(batch.map(({ key }) => key));
    for (const { id, key } of batch) {
      const text = texts[key];
      if (text !== null && text !== undefined) told(id, text);
    }
  }
}

/** What is being done with everything at once, or how it ended. */
export type WholeWork =
  | { readonly kind: 'none' }
  | { readonly kind: 'writing' | 'taking'; readonly progress: GarageProgress | null }
  | { readonly kind: 'written'; readonly name: string; readonly bytes: number }
  | { readonly kind: 'taken'; readonly name: string; readonly taken: TakenGarage }
  | { readonly kind: 'ended' }
  | { readonly kind: 'failed'; readonly message: string };

/** Everything as one file, out and in, one at a time, each of which can be ended. */
export function useWholeFile(): {
  readonly work: WholeWork;
  readonly write: () => Promise<void>;
  readonly take: (file: File) => Promise<void>;
  readonly end: () => void;
} {
  const [work, setWork] = useState<WholeWork>({ kind: 'none' });
  const stop = useRef<AbortController | null>(null);
  const client = useQueryClient();
  const run = useCallback(
    async (kind: 'writing' | 'taking', task: (signal: AbortSignal) => Promise<WholeWork>) => {
      const controller = new AbortController();
      stop.current = controller;
      setWork({ kind, progress: null });
      try {
        setWork(await task(controller.signal));
      } catch (error) {
        if (controller.signal.aborted) setWork({ kind: 'ended' });
        else setWork({ kind: 'failed', message: failureOf(error) });
      } finally {
        await client.invalidateQueries({ queryKey: ['garage'] });
        await client.invalidateQueries({ queryKey: queryKeys.entries });
      }
    },
    [client],
  );
  const write = useCallback(
    () =>
      run('writing', async (signal) => {
        const now = new Date();
        const progress = (one: GarageProgress) => setWork({ kind: 'writing', progress: one });
        const blob = await writeGarage(storage, now, progress, signal);
        const name = `lumbre-${now.toISOString().slice(0, 10)}${GARAGE_ENDING}`;
        saveBlob(name, blob);
        return { kind: 'written', name, bytes: blob.size };
      }),
    [run],
  );
  const take = useCallback(
    (file: File) =>
      run('taking', async (signal) => {
        const ports = {
          store: storage,
          newId: () => crypto.randomUUID(),
          now: () => new Date(),
          exclusively,
        };
        const progress = (one: GarageProgress) => setWork({ kind: 'taking', progress: one });
        return { kind: 'taken', name: file.name, taken: await takeGarage(file, ports, progress, signal) };
      }),
    [run],
  );
  return { work, write, take, end: () => stop.current?.abort() };
}

function failureOf(error: unknown): string {
  if (!(error instanceof Error)) return 'It stopped unexpectedly.';
  if (error.name === 'NoGarage') return `The file was not taken. ${error.message}`;
  if (error.name === 'QuotaExceededError')
    return 'The browser has no more room. What was taken is whole; free some space and take the file again: it goes on from there.';
  return `It stopped: ${error.message}. What was done is whole; try again.`;
}
