import type { CalibrationChange } from './repository';

/** Told when another tab saved, renamed, deleted or restored a calibration. */
export type ChangeListener = (change: CalibrationChange) => void;

const listeners = new Set<ChangeListener>();
let channel: BroadcastChannel | null = null;

/**
 * Whether this browser lets tabs hear of each other and wait for each other. Where it does not, everything works in one
 * tab, and two could overwrite each other.
 */
export function tabsAreKnown(): boolean {
  return typeof BroadcastChannel !== 'undefined' && typeof navigator !== 'undefined' && 'locks' in navigator;
}

function openChannel(): BroadcastChannel | null {
  if (channel === null && typeof BroadcastChannel !== 'undefined') {
    channel = new BroadcastChannel('lumbre/changes');
    channel.onmessage = (event: MessageEvent<CalibrationChange>) => {
      for (const listener of listeners) listener(event.data);
    };
  }
  return channel;
}

/** Tells the other tabs of a change. */
export function announceChange(change: CalibrationChange): void {
  openChannel()?.postMessage(change);
}

/** Listens for changes made by other tabs; returns how to stop. */
export function onOtherTabChange(listener: ChangeListener): () => void {
  openChannel();
  listeners.add(listener);
  return () => listeners.delete(listener);
}

const queues = new Map<string, Promise<unknown>>();

/** One task at a time for a key: across tabs where the browser has locks, else within this one. */
export async function exclusively<T>(key: string, task: () => Promise<T>): Promise<T> {
  if (tabsAreKnown()) return navigator.locks.request(`lumbre/${key}`, task) as Promise<T>;
  const run = (queues.get(key) ?? Promise.resolve()).then(task, task);
  queues.set(
    key,
    run.catch(() => undefined),
  );
  return run;
}
