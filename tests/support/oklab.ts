import { rgb } from 'd3-color';

/** Ways in which eyes see fewer colours. */
export type Eyes = 'usual' | 'protan' | 'deutan' | 'tritan';

/** What such eyes make of linear red, green and blue, in full [Machado, Oliveira and Fernandes 2009]. */
const SEEN: Readonly<Record<Eyes, readonly (readonly [number, number, number])[]>> = {
  usual: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  protan: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deutan: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

/** A colour in OKLab [Ottosson 2020], as eyes of a kind see it: lightness is what the eye takes for it, 0…1. */
export interface Oklab {
  readonly lightness: number;
  readonly a: number;
  readonly b: number;
}

export function oklab(colour: string, eyes: Eyes = 'usual'): Oklab {
  const linear = (value: number) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  const { r, g, b: blueByte } = rgb(colour);
  const given = [linear(r), linear(g), linear(blueByte)] as const;
  const [red, green, blue] = SEEN[eyes].map(([x, y, z]) =>
    Math.min(1, Math.max(0, x * given[0] + y * given[1] + z * given[2])),
  ) as [number, number, number];
  const l = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
  const m = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
  const s = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
  return {
    lightness: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    a: 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    b: 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  };
}

/** How far two colours are apart to eyes of a kind, in OKLab; 0.02 is just seen side by side. */
export function apart(one: string, other: string, eyes: Eyes): number {
  const [p, q] = [oklab(one, eyes), oklab(other, eyes)];
  return Math.hypot(p.lightness - q.lightness, p.a - q.a, p.b - q.b);
}
