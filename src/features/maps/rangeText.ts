import { formatNumber } from '@/core/units';

/** What a map reaches from and to, in words: "0.79 to 1.02 λ". */
export function rangeText(values: readonly number[], decimals: number, unit: string): string {
  const text = (value: number) => formatNumber(value, decimals);
  const [low, high] = [text(Math.min(...values)), text(Math.max(...values))];
  return low === high ? `${low} ${unit} everywhere`.replace('  ', ' ') : `${low} to ${high} ${unit}`.trim();
}
