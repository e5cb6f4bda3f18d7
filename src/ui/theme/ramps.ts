import { rgb } from 'd3-color';
import { interpolateRgb } from 'd3-interpolate';
import { DIFFERENCE, MAGNITUDE, PALETTE } from './palette';
import type { Scheme } from './roles';

function along(stops: readonly string[], share: number): string {
  const place = Math.min(1, Math.max(0, share)) * (stops.length - 1);
  const i = Math.min(stops.length - 2, Math.floor(place));
  return interpolateRgb(stops[i] as string, stops[i + 1] as string)(place - i);
}

/** Shades of the magnitude ramp: more than an eye tells apart, few enough to be mixed once. */
const SHADES = 512;
const mixed: string[] = [];

/** Colour of a magnitude at a share (0…1) of its range. */
export function magnitudeColour(share: number): string {
  const shade = Number.isFinite(share) ? Math.round(Math.min(1, Math.max(0, share)) * SHADES) : 0;
  return (mixed[shade] ??= along(MAGNITUDE, shade / SHADES));
}

/** Colour of a difference: −1…1, zero is always the neutral, equal steps each way. */
export function differenceColour(share: number, scheme: Scheme): string {
  return along(DIFFERENCE[scheme], (share + 1) / 2);
}

/** Colours of magnitudes between the lowest and the highest of a map; one value everywhere is nothing hot, and neutral. */
export function magnitudeScale(low: number, high: number, scheme: Scheme): (value: number) => string {
  if (low === high) return () => differenceColour(0, scheme);
  return (value) => magnitudeColour((value - low) / (high - low));
}

/** Relative luminance of a colour, 0…1 [WCAG 2.2]. */
function luminance(colour: string): number {
  const { r, g, b } = rgb(colour);
  const channel = (value: number) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(r) + 0.7152 * channel(g) + 0.0722 * channel(b);
}

/** Contrast of two colours, 1…21 [WCAG 2.2]. */
export function contrast(a: string, b: string): number {
  const [low, high] = [luminance(a), luminance(b)].sort((p, q) => p - q) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

/** The text colour, light or dark, that is easier to read on a ground. */
export function textOn(ground: string): string {
  const light = PALETTE.dark.text;
  const dark = PALETTE.dark.onAccent;
  return contrast(light, ground) >= contrast(dark, ground) ? light : dark;
}
