import type { Calibration } from '@/core/calibration';
import { demo } from '@tests/support/ventisca';

/** The demo with its VE map laid on 32 × 32 breakpoints. */
export function largeMap(): Calibration {
  return demo('ventisca', ({ maps }) => {
    const map = maps.ve;
    if (map === null) return;
    map.x = Array.from({ length: 32 }, (_, i) => 500 + i * 220);
    map.y = Array.from({ length: 32 }, (_, i) => 15 + i * 5);
    map.values = Array.from({ length: 1024 }, (_, i) => 40 + (i % 32) + Math.floor(i / 32));
    map.cellSources = map.values.map(() => 0);
  });
}
