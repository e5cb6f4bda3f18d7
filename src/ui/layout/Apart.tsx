import type { ReactNode } from 'react';

/**
 * A room of its own height for what is written past React many times a second: out of the flow and with a place of its own, so
 * that the browser lays out what is in it and nothing around it.
 */
export function Apart({ height, children }: { height: number; children: ReactNode }) {
  return (
    <div style={{ position: 'relative', alignSelf: 'stretch', height }}>
      <div style={{ position: 'absolute', left: 0, top: 0, width: '100%', height, contain: 'strict' }}>
        {children}
      </div>
    </div>
  );
}
