import type { TimeWindow } from '@/core/logView';

/** What of a log is in sight, where the cursors stand, s; null where one is not. */
export interface StripView {
  readonly window: TimeWindow;
  readonly cursorS: number | null;
  readonly secondS: number | null;
}

/** No less than this is in sight, s. */
const LEAST_S = 0.2;

/** The whole of a log, without a cursor. */
export function wholeView(whole: TimeWindow): StripView {
  return { window: whole, cursorS: null, secondS: null };
}

/** A window of a length about a time, moved to lie within the whole. */
export function windowAbout(whole: TimeWindow, aboutS: number, lengthS: number): TimeWindow {
  const length = Math.min(whole.toS - whole.fromS, Math.max(LEAST_S, lengthS));
  const fromS = Math.min(whole.toS - length, Math.max(whole.fromS, aboutS - length / 2));
  return { fromS, toS: fromS + length };
}

/** A window made longer or shorter about a time, which stays where it is. */
export function zoomed(whole: TimeWindow, window: TimeWindow, factor: number, aboutS: number): TimeWindow {
  const length = window.toS - window.fromS;
  const wanted = Math.min(whole.toS - whole.fromS, Math.max(LEAST_S, length * factor));
  const share = length > 0 ? (aboutS - window.fromS) / length : 0.5;
  return windowAbout(whole, aboutS + (0.5 - share) * wanted, wanted);
}

/** A window moved by a share of its length. */
export function panned(whole: TimeWindow, window: TimeWindow, byShare: number): TimeWindow {
  const length = window.toS - window.fromS;
  return windowAbout(whole, window.fromS + length / 2 + byShare * length, length);
}

/** The window that shows a time: as it is where it does, else moved there. */
export function windowWith(whole: TimeWindow, window: TimeWindow, atS: number): TimeWindow {
  const isIn = atS >= window.fromS && atS <= window.toS;
  return isIn ? window : windowAbout(whole, atS, window.toS - window.fromS);
}
