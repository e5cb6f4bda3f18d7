import type { ChannelId } from '@/core/channel';
import type { Log } from '@/core/log';

/** What a channel reads over time; a number is read all the time. */
type Reading = number | ((atS: number) => number);

/** A log of so many seconds in which each channel reads what is said of it. */
export function drawnLog(
  readings: Readonly<Partial<Record<ChannelId, Reading>>>,
  forS = 30,
  rateHz = 50,
): Log {
  const timeS = Float64Array.from({ length: Math.round(forS * rateHz) }, (_, i) => i / rateHz);
  const columns = Object.fromEntries(
    Object.entries(readings).map(([id, reading]) => [
      id,
      Float32Array.from(timeS, (atS) => (typeof reading === 'number' ? reading : reading(atS))),
    ]),
  );
  return { timeS, columns };
}

/** One number between two times, and another otherwise. */
export const between =
  (fromS: number, toS: number, inside: number, outside: number) =>
  (atS: number): number =>
    atS >= fromS && atS < toS ? inside : outside;
