import type { Extremes, TimeWindow } from '@/core/logView';

/** One channel of one log as it is drawn. */
export interface StripTrace {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  readonly decimals: number;
  readonly timeS: Float64Array;
  readonly extremes: Extremes;
  /** What it is called beside the trace it belongs to; its label where left out. */
  readonly short?: string;
  /** A number that stands until it is another: drawn in steps. */
  readonly steps: boolean;
  /** Of another run that lies beside: lighter, and named so, as “before”. */
  readonly beside?: string;
  /** Words for a number; the number itself where left out. */
  readonly words?: (value: number) => string;
}

/** Traces that share a scale. */
export interface StripLane {
  readonly id: string;
  readonly traces: readonly StripTrace[];
}

/** A stretch with a word, drawn behind all lanes. */
export interface StripBand extends TimeWindow {
  readonly label: string;
  readonly tone: 'cranking' | 'afterStart' | 'cut' | 'loop' | 'fault';
}

/** A moment with a word. */
export interface StripMark {
  readonly atS: number;
  readonly label: string;
}

/** How traces of one lane are told apart, beside their colour. */
export const DASHES: readonly (readonly number[])[] = [[], [6, 4], [2, 3], [9, 3, 2, 3]];
