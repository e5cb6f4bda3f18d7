import { inSentence } from '@/core/units';
import { memo, useState } from 'react';
import type { MapKey } from '@/core/calibration';
import { axisPlace, type MapDefinition, type ShownAs } from '@/core/map';
import { Chips } from '@/ui/button/Chips';
import { FanChart } from '@/ui/chart';
import { Card } from '@/ui/layout';
import { type MapEditing, useSelectionLater } from './useMapEditing';
import { useShownMapLater } from './useShownMap';

interface Props {
  mapKey: MapKey;
  as: ShownAs;
  editing: MapEditing;
}

/** A map's rows or columns over each other, the chosen one standing out; nothing for a curve, which is drawn above its cells. */
export const MapSlices = memo(function MapSlices({ mapKey, as, editing }: Props) {
  const { definition } = as;
  const map = useShownMapLater(mapKey, as);
  const selection = useSelectionLater(editing);
  const [cut, setCut] = useState<'rows' | 'columns'>('rows');
  const { column, row } = selection.corner;
  const { x, y, decimals } = definition;
  const width = map.x.length;
  const yLabel = definition.unit === '' ? inSentence(definition.label) : definition.unit;
  const axisWords = ({ label, unit }: MapDefinition['x']) => (unit === '' ? label : `${label}, ${unit}`);
  if (y === null) return null;
  const byRows = cut === 'rows';
  const slices = byRows
    ? map.y.map((load, i) => ({
        id: String(load),
        label: axisPlace({ ...y, unit: '', label: '' }, load).trim(),
        values: map.values.slice(i * width, (i + 1) * width),
      }))
    : map.x.map((speed, i) => ({
        id: String(speed),
        label: axisPlace({ ...x, unit: '', label: '' }, speed).trim(),
        values: map.y.map((_, k) => map.values[k * width + i] ?? 0),
      }));
  return (
    <Card title="Slices over each other">
      <Chips
        label="Cut"
        options={[
          { id: 'rows', label: 'Rows' },
          { id: 'columns', label: 'Columns' },
        ]}
        value={cut}
        onChange={setCut}
      />
      <FanChart
        title={byRows ? `At each ${inSentence(y.label)}` : `At each ${inSentence(x.label)}`}
        x={byRows ? map.x : map.y}
        xLabel={axisWords(byRows ? x : y)}
        yLabel={yLabel}
        decimals={decimals}
        slices={slices}
        chosen={byRows ? row : column}
        cursor={byRows ? column : row}
      />
    </Card>
  );
});
