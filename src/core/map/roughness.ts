import type { MapData } from './mapSchema';

/**
 * How rough a map is: root mean square of the second differences of its values’ logarithms along both axes, a share. A second
 * difference is how far a cell lies from the straight line between its neighbours, with uneven breakpoints counted as they lie.
 * Worked: three cells 50, 51, 50 lie ln(51/50) = 0.0198 from their line. 0 for a map of fewer than three breakpoints each way,
 * and cells that are not above zero are left out.
 */
export function roughness({ x, y, values }: Pick<MapData, 'x' | 'y' | 'values'>): number {
  let [squares, count] = [0, 0];
  const along = (axis: readonly number[], step: number, lines: number, lineStep: number) => {
    for (let i = 1; i < axis.length - 1; i += 1) {
      const [before, here, after] = [axis[i - 1], axis[i], axis[i + 1]] as [number, number, number];
      const share = (here - before) / (after - before);
      for (let line = 0; line < lines; line += 1) {
        const at = line * lineStep + i * step;
        const lnOf = (index: number) => Math.log(values[index] as number);
        const off = lnOf(at) - (1 - share) * lnOf(at - step) - share * lnOf(at + step);
        if (!Number.isFinite(off)) continue;
        squares += off * off;
        count += 1;
      }
    }
  };
  along(x, 1, y.length, x.length);
  along(y, x.length, x.length, 1);
  return count === 0 ? 0 : Math.sqrt(squares / count);
}
