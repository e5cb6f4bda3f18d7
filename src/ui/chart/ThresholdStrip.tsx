import { formatNumber, shownScale } from '@/core/units';
import { useShownBy } from '../units/shownBy';
import { LaneChart, type LaneSpan } from './LaneChart';

interface Props {
  /** What is looked at: "Coolant". */
  label: string;
  unit: string;
  /** Ends of what it can be. */
  min: number;
  max: number;
  comparison: 'above' | 'below';
  threshold: number;
  /** Where it lets go again. */
  letsGo: number;
}

/** A threshold as a shape: where along its channel it is on, and the band in which it stays as it was. */
export function ThresholdStrip({ label, comparison, ...kept }: Props) {
  const scale = shownScale(kept.unit, useShownBy());
  const { unit } = scale;
  const [min, max] = [scale.shown(kept.min), scale.shown(kept.max)];
  const [threshold, letsGo] = [scale.shown(kept.threshold), scale.shown(kept.letsGo)];
  const held = (value: number) => Math.min(max, Math.max(min, value));
  const above = comparison === 'above';
  const [low, high] = [held(Math.min(threshold, letsGo)), held(Math.max(threshold, letsGo))];
  const on: LaneSpan = { from: above ? high : min, to: above ? max : low, tone: 'accent', label: 'on' };
  const keeps: LaneSpan = { from: low, to: high, tone: 'accent', label: 'stays as it was', hollow: true };
  const off: LaneSpan = { from: above ? min : high, to: above ? low : max, tone: 'muted', label: 'off' };
  const number = (value: number) => `${formatNumber(value, Number.isInteger(value) ? 0 : 1)} ${unit}`.trim();
  return (
    <LaneChart
      title={`On ${comparison} ${number(threshold)}, off again at ${number(letsGo)}`}
      from={min}
      to={max}
      ticks={[min, max]}
      unit={unit}
      lanes={[{ id: label, label, spans: [off, keeps, on].filter(({ from, to }) => to > from) }]}
    />
  );
}
