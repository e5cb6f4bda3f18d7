import { create } from 'zustand';
import type { OperatingPoint } from '@/core/fuel';

interface OperatingPointState {
  readonly point: OperatingPoint;
  readonly change: (part: Partial<OperatingPoint>) => void;
}

/** The operating point that Workings works through and maps show. It is a way of looking, not part of the document. */
export const useOperatingPoint = create<OperatingPointState>((set) => ({
  point: {
    phase: 'running',
    speedRpm: 1050,
    manifoldKpa: 38,
    coolantC: 85,
    airC: 20,
    batteryV: 14,
    sinceStartS: 120,
  },
  change: (part) => set(({ point }) => ({ point: { ...point, ...part } })),
}));
