import type { Ref } from 'react';

interface Props {
  ref: Ref<HTMLCanvasElement>;
  /** What it is a picture of, for who looks for it. */
  of: string;
  /** px of the page; as wide as there is room without. */
  width?: number;
  height: number;
  /** Lies over what stands in its place, and meets no touch. */
  over?: boolean;
}

/** A canvas for {@link livePen}; what it shows is told to screen readers by what stands around it. */
export function LiveCanvas({ ref, of, width, height, over = false }: Props) {
  return (
    <canvas
      ref={ref}
      aria-hidden
      data-picture={of}
      style={{ display: 'block', width: width ?? '100%', height, ...(over ? OVER : {}) }}
    />
  );
}

const OVER = { position: 'absolute', left: 0, top: 0, pointerEvents: 'none' } as const;
