import type { ReactNode } from 'react';
import { useAfterPaint } from '@/data/session/documentParts';

/** What of a screen stands below what is read first: that is there, and can be typed in, before this is drawn. */
export function BehindPaint({ children }: { children: ReactNode }) {
  return useAfterPaint() ? children : null;
}
