import { type ShownBy, type ShownScale, shownScale } from '@/core/units';

/** An axis in the units chosen. */
export interface AxisShown {
  readonly label: string;
  readonly scale: ShownScale;
}

/** What an axis is called, which ends in its unit, and its numbers, in the units chosen: "Coolant, °C" as "Coolant, °F". */
export function axisShown(label: string, by: ShownBy): AxisShown {
  const at = label.lastIndexOf(', ') + 1;
  const [name, unit] = at === 0 ? ['', label] : [label.slice(0, at + 1), label.slice(at + 1)];
  const scale = shownScale(unit, by);
  return { label: `${name}${scale.unit}`, scale };
}
