import { TurnedClock } from '@tests/support/turnedClock';
import { type Transport, transportPair } from '@/link';
import type { LinkFault } from '@/standin/faults';
import { faultyWay } from './faultyWay';

const FRAMES = 2000;
const FRAME = Uint8Array.from({ length: 40 }, (_, i) => i);

/** What arrives of frames that are sent one every 10 ms, one way or the other. */
async function carried(fault: LinkFault | null, fromFar: boolean) {
  const clock = new TurnedClock();
  const [ours, theirs] = transportPair((deliver) => deliver());
  const way: Transport = faultyWay(theirs, clock, () => fault);
  const came: { readonly atMs: number; readonly bytes: Uint8Array }[] = [];
  const [from, to] = fromFar ? [way, ours] : [ours, way];
  to.onBytes = (bytes) => came.push({ atMs: clock.nowMs(), bytes });
  const sentMs: number[] = [];
  for (let i = 0; i < FRAMES; i += 1) {
    sentMs.push(clock.nowMs());
    from.send(FRAME);
    await clock.pass(10);
  }
  await clock.pass(1000);
  const whole = came.filter(({ bytes }) => bytes.every((byte, i) => byte === FRAME[i])).length;
  return { came, whole, sentMs };
}

describe.each([true, false])('a way with a fault, from the far side: %s', (fromFar) => {
  test('without one carries all, at once', async () => {
    const { came, whole, sentMs } = await carried(null, fromFar);
    expect([came.length, whole]).toEqual([FRAMES, FRAMES]);
    expect(came.map(({ atMs }) => atMs)).toEqual(sentMs);
  });

  test('loses the share that is said', async () => {
    const { came, whole } = await carried({ lostShare: 0.2 }, fromFar);
    expect(came.length / FRAMES).toBeGreaterThan(0.76);
    expect(came.length / FRAMES).toBeLessThan(0.84);
    expect(whole).toBe(came.length);
  });

  test('spoils one bit of the share that is said, and leaves what was sent as it is', async () => {
    const { came, whole } = await carried({ spoiledShare: 0.2 }, fromFar);
    expect(came).toHaveLength(FRAMES);
    expect(whole / FRAMES).toBeGreaterThan(0.76);
    expect(whole / FRAMES).toBeLessThan(0.84);
    const differing = came.map(({ bytes }) => bytes.filter((byte, i) => byte !== FRAME[i]).length);
    expect(Math.max(...differing)).toBe(1);
    expect([...FRAME]).toEqual(Array.from({ length: 40 }, (_, i) => i));
  });

  test('delays each by as much', async () => {
    const { came, sentMs } = await carried({ lateMs: 350 }, fromFar);
    expect(came.map(({ atMs }, i) => atMs - (sentMs[i] as number))).toEqual(sentMs.map(() => 350));
  });

  // By hand: twenty seconds, of which the first six are cut.
  test('is cut for so long of so long', async () => {
    const { came } = await carried({ cut: { forS: 6, everyS: 20 } }, fromFar);
    expect(came).toHaveLength(1400);
    expect(came[0]?.atMs).toBe(6000);
  });
});
