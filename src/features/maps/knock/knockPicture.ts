import { baseValue, type Calibration } from '@/core/calibration';
import { gridOf, lookUpCurve, lookUpMap } from '@/core/numeric';
import type { Series } from '@/ui/chart';

/** Speeds the picture is drawn at. */
const POINTS = 25;

/** Spark, top dead centre and window over speed, as degrees after top dead centre; null while a map is missing. */
export function knockPicture(
  document: Calibration,
): { readonly speeds: readonly number[]; readonly series: readonly Series[] } | null {
  const { knockStart, knockLength, spark } = document.maps;
  const from = baseValue(document, 'knock.speedFrom');
  const to = baseValue(document, 'knock.speedTo');
  if (knockStart === null || knockLength === null || from === null || to === null || to <= from) return null;
  const [start, length] = [gridOf(knockStart), gridOf(knockLength)];
  const loadKpa = baseValue(document, 'engine.maxManifoldPressure') ?? 100;
  const speeds = Array.from({ length: POINTS }, (_, i) =>
    Math.round(from + ((to - from) * i) / (POINTS - 1)),
  );
  const begins = speeds.map((rpm) => lookUpCurve(start, rpm));
  const series: Series[] = [
    {
      id: 'to',
      label: 'Window ends',
      values: speeds.map((rpm, i) => (begins[i] as number) + lookUpCurve(length, rpm)),
    },
    { id: 'from', label: 'Window begins', values: begins },
    { id: 'tdc', label: 'TDC', values: speeds.map(() => 0), dash: '1 4' },
  ];
  if (spark !== null) {
    const grid = gridOf(spark);
    const values = speeds.map((rpm) => -lookUpMap(grid, rpm, loadKpa));
    series.push({ id: 'spark', label: 'Spark', values, dash: '6 4' });
  }
  return { speeds, series };
}
