import { xoroshiro128plus } from 'pure-rand';
import type { LinkClock, Transport } from '@/link';
import type { LinkFault } from '@/standin/faults';

/** Which frames are hit is drawn by this: the same for the same frames. */
const SEED = 7;

/**
 * A way that does to frames, both ways, what its fault says while there is one; a good one without.
 * @param fault asked at each frame.
 */
export function faultyWay(transport: Transport, clock: LinkClock, fault: () => LinkFault | null): Transport {
  const random = xoroshiro128plus(SEED);
  const chance = () => (random.unsafeNext() >>> 0) / 0x100000000;
  const carry = (bytes: Uint8Array, deliver: (bytes: Uint8Array) => void) => {
    const now = fault();
    if (now === null) return deliver(bytes);
    const { lostShare = 0, spoiledShare = 0, lateMs = 0, cut } = now;
    const isCut = cut !== undefined && (clock.nowMs() / 1000) % cut.everyS < cut.forS;
    if (isCut || chance() < lostShare) return;
    const what = chance() < spoiledShare ? spoiled(bytes, chance()) : bytes;
    if (lateMs === 0) deliver(what);
    else clock.after(lateMs, () => deliver(what));
  };
  const way: Transport = {
    onBytes: null,
    onClosed: null,
    send: (bytes) => carry(bytes, transport.send),
    close: transport.close,
  };
  transport.onBytes = (bytes) => carry(bytes, (whole) => way.onBytes?.(whole));
  transport.onClosed = () => way.onClosed?.();
  return way;
}

/** One bit of it is another. */
function spoiled(bytes: Uint8Array, where: number): Uint8Array {
  const other = bytes.slice();
  const at = Math.floor(where * other.length);
  if (at < other.length) other[at] = (other[at] as number) ^ 0x10;
  return other;
}
