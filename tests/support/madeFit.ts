import { LEFT_OUT_REASONS, type LogFit } from '@/core/log';

/** A fit in which every cell of a map is right and driven, and nothing was left out; changed as wanted. */
export function nothingLeftOutFit(cells: number, change: Partial<LogFit> = {}): LogFit {
  const all = (value: number) => new Float64Array(cells).fill(value);
  return {
    delays: [{ fixedS: 0.2, airG: 1.6 }],
    delaysSeen: [[]],
    leftOutAt: [[]],
    bySensor: [],
    bins: [],
    spentS: all(9),
    cells: {
      change: all(0),
      evidenceS: all(9),
      found: all(0),
      driven: all(0),
      standardError: all(0.003),
      leftOver: 0.006,
    },
    keptS: 9 * cells,
    leftOut: Object.fromEntries(LEFT_OUT_REASONS.map((reason) => [reason, 0])) as LogFit['leftOut'],
    coverage: { crossed: cells, evidenced: cells },
    factor: null,
    ...change,
  };
}
