import { type Calibration, mapAt, putMap } from '@/core/calibration';
import { withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber } from '@/core/units';
import type { Cure } from '@/workers/dryStartProtocol';

type CurveChange = Cure['changes'][number];
type CurveId = CurveChange['mapId'];

/** What a simulation of a start leaves open, whatever it shows. */
export const NOT_KNOWN: readonly string[] = [
  'How volatile the fuel of that day is: winter and summer petrol start ten degrees and more apart.',
  'Where the spray lands, and how the ports of this engine hold fuel: it wets walls as ports usually do.',
  'Oil, starter and battery in the frost of that morning, and plugs that are not new.',
];

/** The curves that are moved, in the order of work. */
export function curvesMoved({ points }: Cure): CurveId[] {
  const order: readonly CurveId[] = ['prime', 'cranking', 'afterStart', 'warmUp'];
  return order.filter((id) => points.some(({ mapId }) => mapId === id));
}

/** A change with its reason: "−20 °C: 1.44 → 5.69. Before: Cranks and is too lean. From 3.94 to 8.23: Fires and stalls." */
export function changeWords({ mapId, coolantC, from, to, band, was, becomes }: CurveChange): string {
  const { decimals } = MAP_DEFINITIONS[mapId];
  const say = (value: number) => formatNumber(value, decimals);
  const percent =
    from > 0 ? ` (${to > from ? '+' : '−'}${formatNumber(Math.abs(100 * (to / from - 1)), 0)} %)` : '';
  const size =
    band.from === band.to ? `With about ${say(band.from)}` : `From ${say(band.from)} to ${say(band.to)}`;
  return `${formatNumber(coolantC, 0)} °C: ${say(from)} → ${say(to)}${percent}. As it is: ${was}. ${size}: ${becomes}.`;
}

/** How many of the starts that were tried settle, before and after. */
export function curedWords({ starts }: Cure): string {
  const settled = (when: 'before' | 'after') => starts.filter((start) => start[when].good).length;
  return `${settled('after')} of ${starts.length} temperatures settle with it, ${settled('before')} without.`;
}

/** Puts the points that a search moved into a document, each with its source. @param date today, YYYY-MM-DD. */
export function putCure(draft: Calibration, cure: Cure, date: string): void {
  for (const id of curvesMoved(cure)) {
    const map = mapAt(draft, id);
    if (map === null) continue;
    const cells = cure.points
      .filter(({ mapId }) => mapId === id)
      .map(({ index, to }) => ({ index, value: to }));
    putMap(
      draft,
      id,
      withCells(map, cells, { kind: 'computed', date, note: 'Found by starts in simulation' }),
    );
  }
}
