import type { ReactNode } from 'react';
import type { GridGeometry } from './geometry';

/** What lies over the cells of a grid and not over its headers: a place for pictures that no touch meets. */
export function OverCells({ geometry, children }: { geometry: GridGeometry; children: ReactNode }) {
  return (
    <div
      aria-hidden
      style={{
        position: 'absolute',
        left: geometry.headerWidth,
        top: geometry.headerHeight,
        width: geometry.width - geometry.headerWidth,
        height: geometry.height - geometry.headerHeight,
        overflow: 'hidden',
        pointerEvents: 'none',
      }}
    >
      {children}
    </div>
  );
}

/** Fills the place over the cells with a picture in px from their upper left corner. */
export const WHOLE = { position: 'absolute', left: 0, top: 0, width: '100%', height: '100%' } as const;
