import { memo } from 'react';
import type { MapData, MapDefinition } from '@/core/map';
import { formatNumber } from '@/core/units';
import { LineChart } from '@/ui/chart';
import type { Selection } from '@/ui/grid';
import { Card } from '@/ui/layout';

/** The map cut through the chosen cell: along x, and along y where there is one. */
export const MapSlices = memo(function MapSlices({
  definition,
  map,
  selection,
}: {
  definition: MapDefinition;
  map: MapData;
  selection: Selection;
}) {
  const { column, row } = selection.corner;
  const width = map.x.length;
  const yLabel = definition.unit === '' ? definition.label.toLowerCase() : definition.unit;
  const alongX = map.values.slice(row * width, (row + 1) * width);
  const { x, y } = definition;
  return (
    <Card title={y === null ? 'The curve' : 'Cut through the chosen cell'}>
      <LineChart
        title={y === null ? definition.label : `At ${formatNumber(map.y[row], y.decimals)} ${y.unit}`}
        x={map.x}
        xLabel={`${x.label}, ${x.unit}`}
        yLabel={yLabel}
        decimals={definition.decimals}
        series={[{ id: 'row', label: definition.label, values: alongX }]}
        cursor={column}
        dots
      />
      {y === null ? null : (
        <LineChart
          title={`At ${formatNumber(map.x[column], x.decimals)} ${x.unit}`}
          x={map.y}
          xLabel={`${y.label}, ${y.unit}`}
          yLabel={yLabel}
          decimals={definition.decimals}
          series={[
            {
              id: 'column',
              label: definition.label,
              values: map.y.map((_, i) => map.values[i * width + column] ?? null),
            },
          ]}
          cursor={row}
          dots
        />
      )}
    </Card>
  );
});
