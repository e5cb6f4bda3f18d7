import { LIMIT_CODE, LIMITS } from '@/core/channel';
import { type LimitBand, limitBands, NO_LIMIT_RPM, type SpeedLimiting } from '@/core/control';
import { CUT_BY } from '@/core/limits/schema';
import { formatNumber } from '@/core/units';
import type { Lane } from '@/ui/chart';

/** A limit by what it hangs on: "Cold engine, −30 °C", "Gear, 2nd". */
function bandLabel({ id, at }: LimitBand): string {
  const label = LIMITS[LIMIT_CODE[id]]?.label ?? id;
  if (at === null) return label;
  return id === 'cold' ? `${label}, ${formatNumber(at, 0)} °C` : `${label} ${formatNumber(at, 0)}`;
}

/** What a cut withholds: "fuel", "spark", "fuel and spark". */
export function cutWords(by: LimitBand['by']): string {
  if (by === 'both') return 'fuel and spark';
  return CUT_BY.find(({ id }) => id === by)?.label.toLowerCase() ?? by;
}

/** The limits of an engine over its speed, each a lane, the first to cut at the top. */
export function limitLanes(
  settings: SpeedLimiting,
  maxRpm: number,
): { readonly lanes: readonly Lane[]; readonly endRpm: number; readonly ticks: readonly number[] } {
  const bands = limitBands(settings).filter(({ hardRpm }) => hardRpm < NO_LIMIT_RPM);
  const highest = Math.max(maxRpm, ...bands.map(({ hardRpm }) => hardRpm));
  const endRpm = Math.ceil((highest * 1.05) / 1000) * 1000;
  const lanes = bands.map((band): Lane => {
    const label = `${bandLabel(band)}: ${cutWords(band.by)} from ${formatNumber(band.softRpm, 0)}, all from ${formatNumber(band.hardRpm, 0)}`;
    return {
      id: `${band.id}-${band.at ?? ''}`,
      label,
      spans: [
        ...(band.softRpm < band.hardRpm
          ? [{ from: Math.max(0, band.softRpm), to: band.hardRpm, tone: 'accent' as const, hollow: true }]
          : []),
        { from: band.hardRpm, to: endRpm, tone: 'accent' },
      ],
      marks: [{ at: maxRpm }],
    };
  });
  return { lanes, endRpm, ticks: [0, endRpm / 2, endRpm] };
}

/** The picture in a sentence, for screen readers. */
export function bandsWords(settings: SpeedLimiting): string {
  const bands = limitBands(settings).filter(({ hardRpm }) => hardRpm < NO_LIMIT_RPM);
  return bands
    .map(
      (band) => `${bandLabel(band)}: ${cutWords(band.by)}, all from ${formatNumber(band.hardRpm, 0)} rev/min`,
    )
    .join('. ');
}
