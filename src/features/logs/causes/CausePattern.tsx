import { useMemo } from 'react';
import type { Bin, InjectionFacts } from '@/core/log';
import { CAUSE_LIST, type RankedCause } from '@/core/logCauses';
import { formatNumber } from '@/core/units';
import { PatternChart } from '@/ui/chart';
import { Text } from '@/ui/text/Text';

const ALONG = {
  netMs: { label: 'Injector flows, ms', name: 'the time an injector flows' },
  manifoldKpa: { label: 'Manifold pressure, kPa', name: 'manifold pressure' },
  airC: { label: 'Intake air, °C', name: 'the warmth of the air' },
} as const;
const HEIGHT = 190;
/** A curve is drawn through so many points. */
const POINTS = 60;

interface Props {
  cause: RankedCause;
  bins: readonly Bin[];
  facts: InjectionFacts | null;
  sensors: number;
}

/** What was found, and over it what a cause would do: the one that fits is seen to fit. */
export function CausePattern({ cause, bins, facts, sensors }: Props) {
  const info = CAUSE_LIST.find(({ id }) => id === cause.id);
  const drawn = useMemo(() => {
    if (info === undefined) return null;
    const { along } = info;
    const known = bins.filter((bin) => !Number.isNaN(bin[along]));
    const most = Math.max(...known.map(({ weightS }) => weightS));
    const percent = (ln: number) => 100 * Math.expm1(ln);
    const errorOf = (bin: Bin) => percent(info.error(bin, cause.size, { facts, sensors }));
    const every = Math.max(1, Math.floor(known.length / POINTS));
    const ordered = [...known].sort((a, b) => a[along] - b[along]);
    const level = info.anyLevel === true ? levelOf(known, errorOf, percent) : 0;
    return {
      along: ALONG[along],
      found: known.map((bin) => ({
        x: bin[along],
        y: percent(bin.error),
        weight: Math.sqrt(bin.weightS / most),
      })),
      pattern: ordered
        .filter((_, i) => i % every === 0 || i === ordered.length - 1)
        .filter((bin) => sensors < 2 || bin.sensor === (cause.id === 'sensorTwo' ? 1 : 0))
        .map((bin) => ({ x: bin[along], y: errorOf(bin) + level })),
    };
  }, [info, bins, cause, facts, sensors]);
  if (info === undefined || drawn === null) {
    return (
      <Text>What is off is in the map of errors, cell by cell; the correction below is its remedy.</Text>
    );
  }
  return (
    <PatternChart
      title="What was found, and what it would do"
      yLabel="Lambda off its target, %"
      xLabel={drawn.along.label}
      description={`Errors in ${drawn.found.length} places over ${drawn.along.name}, and the curve of ${info.label.toLowerCase()} over them. It leaves ${formatNumber(100 * cause.leftOver, 1)} % over.`}
      height={HEIGHT}
      found={drawn.found}
      pattern={drawn.pattern}
    />
  );
}

/** The level of all errors, where a cause leaves that open. */
function levelOf(
  bins: readonly Bin[],
  errorOf: (bin: Bin) => number,
  percent: (ln: number) => number,
): number {
  const weight = bins.reduce((sum, { weightS }) => sum + weightS, 0);
  return bins.reduce((sum, bin) => sum + bin.weightS * (percent(bin.error) - errorOf(bin)), 0) / weight;
}
