import { badWay, type Fate } from '@tests/support/badWay';
import { smallBox } from '@tests/support/smallBox';
import { TurnedClock } from '@tests/support/turnedClock';
import type { ChannelId } from '@/core/channel';
import { LinkClient, LinkHost } from '@/link';
import { FRAME_KIND, frameBytes } from '@/link/frames';
import type { LineEnd } from '@/link/line';

export const CODES = { pairing: 'ROSA', lock: '4711' };
/** What a sample of the box says. */
export const CHANNELS: readonly ChannelId[] = ['time', 'speed', 'lambdaOne'];
export const ALWAYS = (): Fate => 'arrives';

/** A small box behind a host, and a client that reaches it by a way of its own; others by `connect`. */
export function linked(
  delayMs = 0,
  fate: (frame: number, fromClient: boolean) => Fate = ALWAYS,
  channels: (atPins: boolean) => readonly ChannelId[] = () => CHANNELS,
) {
  const clock = new TurnedClock();
  const { box, memory } = smallBox();
  const host = new LinkHost(memory, CODES, clock, channels);
  const connect = (session: number, becomes = fate) => {
    const way = badWay(clock, { delayMs, fate: becomes });
    const samples: { first: number; rows: number[][] }[] = [];
    const lost: LineEnd[] = [];
    const client = new LinkClient(way.ours, clock, session, {
      onSamples: (first, rows) => samples.push({ first, rows: rows.map((row) => Array.from(row)) }),
      onLost: (why) => lost.push(why),
    });
    const isTaken = host.join(way.theirs);
    return { client, samples, lost, way, isTaken };
  };
  const first = connect(1);
  return {
    clock,
    box,
    host,
    connect,
    ...first,
    answered: <Value>(asked: Promise<Value>) => clock.answered(asked),
  };
}

/** A message as the frame that carries it, of a client that was written by hand. */
export function framed(number: number, text: string, session = 1): Uint8Array {
  return frameBytes({
    kind: FRAME_KIND.message,
    more: false,
    answerMe: false,
    session,
    number,
    heard: 0,
    heardBits: 0,
    payload: new TextEncoder().encode(text),
  });
}
