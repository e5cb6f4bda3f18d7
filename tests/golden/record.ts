import type { Calibration } from '@/core/calibration';
import { frameOf, PHASE } from '@/core/channel';
import { injectionAt } from '@/core/ecu';
import { carOf } from '@/standin/carOfDocument';
import { DryStart, explainVerdict } from '@/standin/dryStart';
import { programOf } from '../support/ventisca';
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
  const program = programOf(calibration);
  const result = new DryStart(program, carOf(calibration, program), setup).result();
  const { trace, verdict, sensedAtRest, finding, events } = result;
  const { headline } = explainVerdict(verdict, setup, finding, {
    load: program.load,
    crankAdvance: program.tables.crankAdvance !== undefined,
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
    points.push(
      frameOf({
        phase: i % 6 === 0 ? PHASE.cranking : PHASE.running,
        speed: along(5, 200, 7400),
        manifoldPressure: along(7, 22, 180),
        coolant: along(11, -30, 105),
        air: along(3, -25, 60),
        battery: along(13, 8, 15),
        sinceStart: along(2, 0, 60),
        throttle: along(17, 0, 98),
        throttleRate: along(19, 0, 700),
        turnsSinceOpening: along(4, 0, 12),
        airFlow: along(6, 3, 200),
        ethanol: along(8, 0, 85),
        gear: i % 7,
        cylinder: i % 5 === 0 ? NaN : (i % 4) + 1,
        turns: along(9, 0, 70),
        fuelPressure: i % 3 === 0 ? NaN : along(10, 250, 400),
      }),
    );
  }
  return points;
}

/** What is computed at each of the points: numbers only, in a fixed order of names. */
export function recordedInjection(document: Calibration): (number | null)[][] {
  const program = programOf(document);
  return goldenPoints().map((frame) => {
    const { corrections, spark, cut, ...numbers } = injectionAt(program, frame);
    const named: Record<string, number | null> = { ...numbers, ...spark, cut: cut ? 1 : 0 };
    return [
      ...Object.keys(named)
        .sort()
        .map((name) => named[name] ?? null),
      ...corrections.flatMap(({ before, amount, after }) => [before, amount, after]),
    ];
  });
}
