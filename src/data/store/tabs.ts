/** Told when another tab saved, renamed, deleted or restored a calibration. */
export type ChangeListener = (id: string, revision: number) => void;

interface ChangeMessage {
  readonly id: string;
  readonly revision: number;
}

const listeners = new Set<ChangeListener>();
let channel: BroadcastChannel | null = null;

function openChannel(): BroadcastChannel {
  if (channel === null) {
    channel = new BroadcastChannel('lumbre/changes');
    channel.onmessage = (event: MessageEvent<ChangeMessage>) => {
      for (const listener of listeners) listener(event.data.id, event.data.revision);
    };
  }
  return channel;
}

/** Tells the other tabs of a change. */
export function announceChange(id: string, revision: number): void {
  openChannel().postMessage({ id, revision } satisfies ChangeMessage);
}

/** Listens for changes made by other tabs; returns how to stop. */
export function onOtherTabChange(listener: ChangeListener): () => void {
  openChannel();
  listeners.add(listener);
  return () => listeners.delete(listener);
}
