import { spin } from '@tests/support/spin';
import { xoroshiro128plus } from 'pure-rand';
import { believedDeg, decoderAtRest, decoderOf, isSynced, SYNC } from '@/core/decoding';
import type { TriggerWheel } from '@/core/trigger';
import { say } from './report.mts';

const TRIES = 400;
/** Cranking: mean speed, rev/min, and the swing of compressions about it. */
const CRANKING = { rpm: 120, swing: 0.25 } as const;
/** Between two teeth, and over the gap, speed is taken as it was last: a wheel of twelve is that much behind it, in tooth places. */
const MOST_OFF = 0.6;
const WHEELS: readonly (readonly [teeth: number, missing: number])[] = [
  [60, 2],
  [36, 1],
  [36, 2],
  [24, 1],
  [12, 1],
];

const wheel = (teeth: number, missing: number, offsetDeg: number, camDeg: number): TriggerWheel => ({
  kind: missing === 0 ? 'even' : 'missing',
  teeth,
  missing,
  tdcOffsetDeg: offsetDeg,
  cam: { teeth: 1, beforeTdcDeg: camDeg, windowDeg: 50 },
});

/** Decoding on fresh wheels: a wrong one is never believed, the right one is found while it is cranked unevenly. */
export function proveLoom(seed: number): void {
  const random = xoroshiro128plus(seed);
  const upTo = (most: number) => ((random.unsafeNext() >>> 0) / 0x100000000) * most;
  const swinging = () => {
    const [phase, cylinders] = [upTo(360), 1 + Math.floor(upTo(8))];
    return {
      cylinders,
      speed: (deg: number) =>
        CRANKING.rpm * (1 + CRANKING.swing * Math.sin((((deg + phase) * cylinders) / 2) * (Math.PI / 180))),
    };
  };

  let believed = 0;
  for (let i = 0; i < TRIES; i += 1) {
    const [teeth, missing] = WHEELS[i % WHEELS.length] ?? [60, 2];
    const real = wheel(8 + Math.floor(upTo(56)), Math.floor(upTo(4)), upTo(360), upTo(720));
    if (real.missing * 3 + 2 >= real.teeth || (real.teeth === teeth && real.missing === missing)) continue;
    const { speed, cylinders } = swinging();
    const decoder = decoderOf(wheel(teeth, missing, 80, 300), cylinders, false);
    const { state } = spin(real, decoder, speed, { fromDeg: upTo(720), turns: 8 });
    if (state.reached !== SYNC.none) believed += 1;
  }
  say(
    believed === 0,
    `${TRIES} wheels that are not the one described, cranked with a swing of a quarter: ${believed} believed`,
  );

  let slowest = 0;
  let worstOff = 0;
  let lost = 0;
  for (let i = 0; i < TRIES; i += 1) {
    const [teeth, missing] = WHEELS[i % WHEELS.length] ?? [60, 2];
    const offsetDeg = 60 + upTo(60);
    // Clear of the gap, as the checks ask for.
    const right = wheel(teeth, missing, offsetDeg, offsetDeg + 150 + upTo(90));
    const { speed, cylinders } = swinging();
    const decoder = decoderOf(right, cylinders, true);
    const [fromDeg, state] = [upTo(720), decoderAtRest()];
    let foundAt: number | null = null;
    const end = spin(
      right,
      decoder,
      speed,
      { fromDeg, turns: 6, state },
      {
        seen: ({ deg }) => {
          if (foundAt === null && isSynced(decoder, state)) foundAt = deg;
        },
      },
    );
    slowest = Math.max(slowest, foundAt === null ? Infinity : (foundAt - fromDeg) / 360);
    const off = Math.abs(((((believedDeg(decoder, state, end.timeS) - end.deg) % 720) + 1080) % 720) - 360);
    worstOff = Math.max(worstOff, off / decoder.pitchDeg);
    lost += state.counters.syncLosses;
  }
  say(
    slowest < 3 && worstOff < MOST_OFF && lost === 0,
    `${TRIES} right wheels at ${CRANKING.rpm} rev/min: found after ${slowest.toFixed(2)} turns at most, ${worstOff.toFixed(2)} of a tooth off at most, lost ${lost} times`,
  );
}
