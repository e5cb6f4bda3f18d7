import type { ChannelId, Frame } from '@/core/channel';
import type { LinkClock } from './clock';
import type { EcuMemory } from './ecuMemory';
import { HostSession } from './hostSession';
import { type Codes, Doors } from './lock';
import type { Transport } from './transport';

/** So many may be connected to one engine computer. */
const MOST_CLIENTS = 8;

/**
 * The engine computer’s side of the link: one memory, and whoever is connected to it. All may read who know the pairing
 * code; with the lock code one at a time writes.
 */
export class LinkHost {
  private readonly sessions = new Set<HostSession>();
  private readonly doors: Doors<HostSession>;

  /** @param channels that there are now, in the order of each sample; with what arrives at pins where that is asked for. */
  constructor(
    private readonly memory: EcuMemory,
    codes: Codes,
    private readonly clock: LinkClock,
    private readonly channels: (atPins: boolean) => readonly ChannelId[],
  ) {
    this.doors = new Doors(codes);
  }

  /** Somebody connects over a way. @returns false, with the way closed, where there are too many. */
  join(transport: Transport): boolean {
    if (this.sessions.size >= MOST_CLIENTS) {
      transport.close();
      return false;
    }
    const { memory, clock, doors, channels } = this;
    this.sessions.add(
      new HostSession(memory, transport, clock, doors, channels, (gone) => this.sessions.delete(gone)),
    );
    return true;
  }

  /** Whether this is the pairing code: counted with all that is tried over the link, so that nowhere more may be guessed. */
  isPaired(pairing: string): boolean {
    return this.doors.tried('pairing', pairing, this.clock.nowMs()) === 'right';
  }

  /** Gives every client the frame of a moment. */
  offer(frame: Frame): void {
    for (const session of this.sessions) session.offer(frame);
  }

  /** Sends the samples that wait: asked for whenever no more come for a moment. */
  flush(): void {
    for (const session of this.sessions) session.flush();
  }

  /** Ends every session: the power is gone, or the house closes. */
  endAll(): void {
    for (const session of [...this.sessions]) session.end();
  }
}
