import { gridOf, lookUpCurve } from '../numeric';

/** Authority, %, at light load and at full load: richer is safe, leaner under load is what breaks pistons. */
export const AUTHORITY = { richer: { light: 12, full: 12 }, leaner: { light: 8, full: 3 } } as const;
/** Full load begins at this share of the highest pressure, and light load ends at that. */
const LOADED = { from: 0.6, to: 0.85 } as const;

/** How far the loop may go one way at a load, %, where the reading is true. */
export function proposedAuthority(
  way: keyof typeof AUTHORITY,
  manifoldKpa: number,
  maxManifoldKpa: number,
  own: { readonly light?: number; readonly full?: number } = {},
): number {
  const { light, full } = { ...AUTHORITY[way], ...own };
  const share = (manifoldKpa / maxManifoldKpa - LOADED.from) / (LOADED.to - LOADED.from);
  return Math.round(light + (full - light) * Math.min(1, Math.max(0, share)));
}

/** Time after the start by coolant: as long as after-start enrichment lasts. */
const START = gridOf({ x: [-30, 0, 20, 50, 80], y: [], values: [120, 75, 45, 20, 10] });
export const LOOP_START_BREAKPOINTS: readonly number[] = [-30, 0, 20, 50, 80];

/** Seconds after the start before the loop may act. */
export function proposedLoopStartS(coolantC: number): number {
  return Math.round(lookUpCurve(START, coolantC));
}

/** Air flows that gains are laid for, g/s: closer together where the delay still falls. */
export function flowBreakpoints(fullFlowGPerS: number): number[] {
  const shares = [0.015, 0.03, 0.06, 0.12, 0.25, 0.5, 1];
  const flows = shares.map((share) => Number((share * fullFlowGPerS).toPrecision(2)));
  return flows.filter((flow, i) => i === 0 || flow - (flows[i - 1] as number) >= 0.1);
}
