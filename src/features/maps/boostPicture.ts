import { shutKpa } from '@/core/boost';
import { baseValue, type Calibration } from '@/core/calibration';
import { chargerOf } from '@/core/generators';
import { gridOf, lookUpMap } from '@/core/numeric';
import type { Series } from '@/ui/chart';

/** Speeds the picture is drawn at. */
const POINTS = 25;

/** Boost over engine speed: what the charger could give, what is asked for in the highest gear, and where all is cut. */
export function boostPicture(
  document: Calibration,
): { readonly speeds: readonly number[]; readonly series: readonly Series[] } | null {
  const maxRpm = baseValue(document, 'engine.maxSpeed');
  const map = document.maps.boostTarget;
  if (maxRpm === null || map === null) return null;
  const charger = chargerOf(document);
  const target = gridOf(map);
  const topGear = Math.max(...(map.y ?? [0]));
  const speeds = Array.from({ length: POINTS }, (_, i) =>
    Math.round(maxRpm * (0.25 + (0.75 * i) / (POINTS - 1))),
  );
  const asked = speeds.map((rpm) => lookUpMap(target, rpm, topGear));
  const overKpa = baseValue(document, 'boost.over');
  const series: Series[] = [
    { id: 'asked', label: 'Asked', values: asked },
    { id: 'shut', label: 'Shut', values: speeds.map((rpm) => shutKpa(charger, rpm)), dash: '6 4' },
    { id: 'spring', label: 'Spring', values: speeds.map(() => charger.springKpa), dash: '2 3' },
  ];
  if (overKpa !== null) {
    series.push({ id: 'cut', label: 'Cut', values: asked.map((kpa) => kpa + overKpa), dash: '1 4' });
  }
  return { speeds, series };
}
