import type { CSSProperties, Ref } from 'react';

interface Props {
  ref: Ref<HTMLCanvasElement>;
  /** px of the page. */
  width: number;
  height: number;
  style?: CSSProperties;
}

/** A canvas as fine as the screen; what it shows is told to screen readers by what stands around it. */
export function PictureCanvas({ ref, width, height, style }: Props) {
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <canvas
      ref={ref}
      aria-hidden
      width={Math.round(width * ratio)}
      height={Math.round(height * ratio)}
      style={{ width, height, display: 'block', ...style }}
    />
  );
}
