import type { MapKey } from '@/core/calibration';
import { mapDifference, type ShownAs, shownMap } from '@/core/map';
import { formatDifference } from '@/core/units';
import { Text } from '@/ui/text/Text';
import type { ComparedWith } from './MapCompare';
import { useShownMapLater } from './useShownMap';

/** In how many cells a map differs from another, and by how much at most. */
export function ComparedWords({ mapKey, as, other }: { mapKey: MapKey; as: ShownAs; other: ComparedWith }) {
  const shown = useShownMapLater(mapKey, as);
  const { decimals, unit } = as.definition;
  return (
    <Text kind="small" colour="muted">
      {comparisonWords(mapDifference(shown, shownMap(other.map, as)), other.name, decimals, unit)}
    </Text>
  );
}

function comparisonWords(
  { cells, largest, otherAxes }: ReturnType<typeof mapDifference>,
  name: string,
  decimals: number,
  unit: string,
): string {
  const axes = otherAxes ? ' It stands on other breakpoints; it was read between its cells.' : '';
  if (cells === 0) return `The same as in “${name}”.${axes}`;
  const most = formatDifference(largest, decimals, unit);
  return `${cells} ${cells === 1 ? 'cell differs' : 'cells differ'} from “${name}”, ${most} at most.${axes}`;
}
