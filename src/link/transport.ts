/** A way for texts between a client and a host, in order: a worker’s port, a socket, a process. */
export interface Transport {
  readonly send: (text: string) => void;
  /** Who gets what arrives; one at a time. */
  onText: ((text: string) => void) | null;
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
      onText: null,
      onClosed: null,
      send: (text) => {
        if (open) later(() => (open ? ends[other].onText?.(text) : undefined));
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
