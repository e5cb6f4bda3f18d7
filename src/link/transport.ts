/**
 * A way for frames between a client and a host: a worker’s port, a socket, a process, a cable. It may lose, spoil, delay,
 * reorder and repeat them; the line over it makes that good.
 */
export interface Transport {
  readonly send: (bytes: Uint8Array) => void;
  /** Who gets what arrives; one at a time. */
  onBytes: ((bytes: Uint8Array) => void) | null;
  /** Told once, when nothing more can arrive. */
  onClosed: (() => void) | null;
  readonly close: () => void;
}

/** Two ends of a way within one process: what one sends arrives at the other by `later`. */
export function transportPair(later: (deliver: () => void) => void): [Transport, Transport] {
  let open = true;
  const ends: [Transport, Transport] = [end(1), end(0)];
  function end(other: 0 | 1): Transport {
    return {
      onBytes: null,
      onClosed: null,
      send: (bytes) => {
        if (open) later(() => (open ? ends[other].onBytes?.(bytes) : undefined));
      },
      close: () => {
        if (!open) return;
        open = false;
        for (const { onClosed } of ends) onClosed?.();
      },
    };
  }
  return ends;
}
