import { carFor } from '@/bench/car';
import { DryStart, explainVerdict } from '@/bench/dryStart';
import { EcuHardware } from '@/bench/ecu';
import { standInFor } from '@/bench/engine';
import type { Calibration } from '@/core/calibration';
import { AT_REST, injectionAt } from '@/core/fuel';
import { modelOf } from '../support/ventisca';
import type { GoldenCase } from './cases';

/** What is kept of a start: its verdict, and every so many samples of its trace. */
export interface GoldenStart {
  readonly verdict: string;
  readonly headline: string;
  readonly turnsToCatch: number | null;
  readonly events: number;
  readonly sensed: readonly (number | null)[];
  /** By channel, then sample. */
  readonly trace: Readonly<Record<string, readonly (number | string | null)[]>>;
  /** Sum of each channel over every sample. */
  readonly sums: Readonly<Record<string, number>>;
}

const EVERY = 125;

/** A start as it is recorded. */
export function recordedStart({ document, setup }: GoldenCase): GoldenStart {
  const calibration = document();
  const model = modelOf(calibration);
  const hardware = new EcuHardware(calibration, carFor(calibration), model.cylinders);
  const result = new DryStart(model, standInFor(calibration, model), setup, hardware).result();
  const { trace, verdict, sensedAtRest, finding, events } = result;
  const { headline } = explainVerdict(verdict, setup, finding, {
    strategy: model.strategy,
    crankAdvance: model.maps.crankAdvance !== null,
  });
  const columns = Object.entries(trace) as [string, (number | string | null)[]][];
  const sum = (values: readonly (number | string | null)[]) =>
    values.reduce<number>((total, value) => total + (typeof value === 'number' ? value : 0), 0);
  return {
    verdict: verdict.code,
    headline,
    turnsToCatch: verdict.turnsToCatch,
    events: events.length,
    sensed: [sensedAtRest.coolantC, sensedAtRest.airC, sensedAtRest.manifoldKpa, sensedAtRest.railGaugeKpa],
    trace: Object.fromEntries(columns.map(([id, values]) => [id, values.filter((_, i) => i % EVERY === 0)])),
    sums: Object.fromEntries(columns.map(([id, values]) => [id, sum(values)])),
  };
}

/** Operating points that every part of the way from sensors to opening acts in. */
export function goldenPoints() {
  const points = [];
  for (let i = 0; i < 10; i += 1) {
    const along = (n: number, from: number, to: number) => from + ((to - from) * ((i * n) % 23)) / 22;
    points.push({
      ...AT_REST,
      phase: i % 6 === 0 ? ('cranking' as const) : ('running' as const),
      speedRpm: along(5, 200, 7400),
      manifoldKpa: along(7, 22, 180),
      coolantC: along(11, -30, 105),
      airC: along(3, -25, 60),
      batteryV: along(13, 8, 15),
      sinceStartS: along(2, 0, 60),
      throttlePercent: along(17, 0, 98),
      throttleRatePercentPerS: along(19, 0, 700),
      turnsSinceOpening: along(4, 0, 12),
      airFlowGPerS: along(6, 3, 200),
      ethanolPercent: along(8, 0, 85),
      gear: i % 7,
      cylinder: i % 5 === 0 ? null : (i % 4) + 1,
      turns: along(9, 0, 70),
      railGaugeKpa: i % 3 === 0 ? null : along(10, 250, 400),
    });
  }
  return points;
}

/** What is computed at each of the points: numbers only, in a fixed order of names. */
export function recordedInjection(document: Calibration): (number | null)[][] {
  const model = modelOf(document);
  return goldenPoints().map((point) => {
    const { corrections, spark, cut, ...numbers } = injectionAt(model, point);
    const named: Record<string, number | null> = { ...numbers, ...spark, cut: cut ? 1 : 0 };
    return [
      ...Object.keys(named)
        .sort()
        .map((name) => named[name] ?? null),
      ...corrections.flatMap(({ before, amount, after }) => [before, amount, after]),
    ];
  });
}
