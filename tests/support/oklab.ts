import { rgb } from 'd3-color';

/** Lightness of a colour in OKLab, 0…1 [Ottosson 2020]: what the eye takes for lightness. */
export function oklab(colour: string): { readonly lightness: number } {
  const linear = (value: number) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  const { r, g, b } = rgb(colour);
  const [red, green, blue] = [linear(r), linear(g), linear(b)];
  const l = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
  const m = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
  const s = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
  return { lightness: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s };
}
