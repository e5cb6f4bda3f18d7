import { type LinkClock, type Transport } from '@/link';

/** What becomes of a frame on a bad way. */
export type Fate = 'arrives' | 'lost' | 'spoiled' | 'late' | 'twice' | 'cut';

export interface BadWay {
  readonly delayMs: number;
  /** Told each frame, counted from 0 over both directions. */
  readonly fate: (frame: number, fromClient: boolean) => Fate;
}

/** A way whose sending a test may put itself before. */
type Way = { -readonly [Part in keyof Transport]: Transport[Part] };

/** How much later than others a late frame comes, ms. */
export const LATE_MS = 130;

/** Two ends of a way that does to each frame what it is told to. */
export function badWay(
  clock: LinkClock,
  { delayMs, fate }: BadWay,
): { readonly ours: Way; readonly theirs: Way; readonly frames: () => number } {
  let open = true;
  let frames = 0;
  const cut = () => {
    if (!open) return;
    open = false;
    for (const { onClosed } of [ours, theirs]) onClosed?.();
  };
  const end = (other: () => Way, isClient: boolean): Way => ({
    onBytes: null,
    onClosed: null,
    close: cut,
    send: (bytes) => {
      if (!open) return;
      const becomes = fate(frames, isClient);
      frames += 1;
      const deliver = (ms: number, what: Uint8Array) =>
        clock.after(ms, () => (open ? other().onBytes?.(what) : undefined));
      if (becomes === 'cut') cut();
      if (becomes === 'arrives' || becomes === 'twice') deliver(delayMs, bytes);
      if (becomes === 'twice') deliver(delayMs + 1, bytes.slice());
      if (becomes === 'late') deliver(delayMs + LATE_MS, bytes);
      if (becomes === 'spoiled') {
        const other = bytes.slice();
        const at = (frames * 7919) % other.length;
        other[at] = (other[at] as number) ^ (1 << (frames % 8));
        deliver(delayMs, other);
      }
    },
  });
  const ours: Way = end(() => theirs, true);
  const theirs: Way = end(() => ours, false);
  return { ours, theirs, frames: () => frames };
}
