declare module 'subset-font' {
  /** Cuts a font to the glyphs of a text. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { targetFormat: 'woff2' },
  ): Promise<Buffer>;
}
