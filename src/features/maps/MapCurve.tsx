import type { MapKey } from '@/core/calibration';
import { axisPlace, type ShownAs } from '@/core/map';
import { CurveEditor } from '@/ui/chart';
import { cellSelection } from '@/ui/grid';
import { useMarks } from './marks';
import { type MapEditing, useSelection } from './useMapEditing';
import { useShownMap } from './useShownMap';

interface Props {
  mapKey: MapKey;
  as: ShownAs;
  editing: MapEditing;
}

/** A map of one axis as the curve it is, with points that are dragged and nudged. */
export function MapCurve({ mapKey, as, editing }: Props) {
  const shown = useShownMap(mapKey, as);
  const { corner } = useSelection(editing);
  const { point } = useMarks(as);
  const { label, unit, decimals, min, max, step, x } = as.definition;
  return (
    <CurveEditor
      title={label}
      x={shown.x}
      xLabel={x.unit === '' ? x.label : `${x.label}, ${x.unit}`}
      placeText={(value) => axisPlace(x, value)}
      values={shown.values}
      unit={unit}
      decimals={decimals}
      min={min}
      max={max}
      step={step}
      chosen={corner.column}
      point={point?.x ?? null}
      apart={as.definition.fixedAxis === true}
      onChoose={(column) => editing.select(cellSelection({ column, row: 0 }))}
      onMove={editing.put}
    />
  );
}
