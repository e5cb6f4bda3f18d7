import { axisPlace, type MapData, type ShownAs } from '@/core/map';
import { CurveEditor } from '@/ui/chart';

interface Props {
  as: ShownAs;
  /** The curve as it is shown. */
  shown: MapData;
  chosen: number;
  /** The operating point along the curve, in units shown; null without one. */
  point: number | null;
  onChoose: (column: number) => void;
  onMove: (index: number, value: number) => void;
}

/** A map of one axis as the curve it is, with points that are dragged and nudged. */
export function MapCurve({ as, shown, chosen, point, onChoose, onMove }: Props) {
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
      chosen={chosen}
      point={point}
      apart={as.definition.fixedAxis === true}
      onChoose={onChoose}
      onMove={onMove}
    />
  );
}
