import { View } from 'react-native';
import type { MapData, MapDefinition } from '@/core/map';
import { cellShares, gridOf, lookUpCurve, lookUpMap } from '@/core/numeric';
import { formatNumber } from '@/core/units';
import { placeName } from '@/ui/grid';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  definition: MapDefinition;
  map: MapData;
  /** Where the surface is read, in units of its axes. */
  at: { readonly x: number; readonly y: number };
}

/** What the map says at a point, and the cells it is read between with how much each counts. */
export function MapReading({ definition, map, at }: Props) {
  const grid = gridOf(map);
  const curve = definition.y === null;
  const value = curve ? lookUpCurve(grid, at.x) : lookUpMap(grid, at.x, at.y);
  const cells = cellShares(grid, at.x, at.y);
  const { x, y, decimals, unit } = definition;
  const number = (v: number, digits = decimals) =>
    `${formatNumber(v, digits)}${unit === '' ? '' : ` ${unit}`}`;
  const outside = beyond(map.x, at.x) || (!curve && beyond(map.y, at.y));
  const place = `${formatNumber(at.x, x.decimals + 1)} ${x.unit}${y === null ? '' : `, ${formatNumber(at.y, y.decimals + 1)} ${y.unit}`}`;
  return (
    <View role="status" style={{ gap: SPACE.xs }}>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.s, flexWrap: 'wrap' }}>
        <Text kind="small" colour="muted">{`Read at ${place}`}</Text>
        <Text kind="figure" colour="accent">
          {number(value, decimals + 1)}
        </Text>
      </View>
      {cells.map((cell) => (
        <View key={`${cell.column}-${cell.row}`} style={{ flexDirection: 'row', gap: SPACE.s }}>
          <Text kind="small" style={{ flex: 1 }}>
            {placeName(definition, map, cell)}
          </Text>
          <Text kind="number">{number(cell.value)}</Text>
          <Text kind="number" colour="muted" style={{ width: 64, textAlign: 'right' }}>
            {`× ${formatNumber(cell.weight, 3)}`}
          </Text>
        </View>
      ))}
      {outside ? (
        <Text kind="small" colour="warning">
          Beyond the breakpoints the edge is held.
        </Text>
      ) : null}
    </View>
  );
}

function beyond(axis: readonly number[], value: number): boolean {
  return value < (axis[0] ?? 0) || value > (axis[axis.length - 1] ?? 0);
}

/** The cells around the chosen one, so that a step too large is seen without leaving it. */
export function Neighbours({
  definition,
  map,
  column,
  row,
}: Omit<Props, 'at'> & { column: number; row: number }) {
  const width = map.x.length;
  const rows = Math.max(1, map.y.length);
  const at = (c: number, r: number) =>
    c < 0 || r < 0 || c >= width || r >= rows ? null : (map.values[r * width + c] ?? null);
  const number = (value: number | null) => (value === null ? '—' : formatNumber(value, definition.decimals));
  const sides = [
    { label: 'left', value: at(column - 1, row) },
    { label: 'right', value: at(column + 1, row) },
    ...(definition.y === null
      ? []
      : [
          { label: 'above', value: at(column, row + 1) },
          { label: 'below', value: at(column, row - 1) },
        ]),
  ];
  return (
    <Text kind="small" colour="muted">
      {`Beside it: ${sides.map(({ label, value }) => `${label} ${number(value)}`).join(', ')}`}
    </Text>
  );
}
