import { chargeCurrentA, type CoilPrimary, dwellForCurrentMs } from '../coil';
import { AXES, type MapDefinition, type Reason } from '../map';

/** Dwell against voltage as a curve, so that a proposal for it is shown like any other. */
export const dwellMap: MapDefinition = {
  id: 'dwell',
  label: 'Dwell',
  unit: 'ms',
  min: 0.3,
  max: 25,
  decimals: 2,
  step: 0.05,
  x: AXES.battery,
  y: null,
  help: {
    what: 'Time the coil is charged before each spark.',
    usual: '2 to 4 ms at 14 V; twice as much at 9 V.',
    changes: 'Spark energy, and the heat in the coil.',
  },
};

/** Voltages a new dwell table is proposed on, V. */
export const DWELL_BREAKPOINTS: readonly number[] = [7, 8, 9, 10, 11, 12, 13, 14, 15, 16];

/** Where the wanted current cannot be reached, the coil is charged to this share of what it can. */
const REACHABLE = 0.9;

/** Dwell for the wanted current, ms: t = −L/R · ln(1 − I·R/V); where V/R is too little, to nine tenths of it. */
export function proposedDwellMs(primary: CoilPrimary, wantedA: number, volts: number): number {
  const most = (volts / primary.resistanceOhm) * REACHABLE;
  const ms = dwellForCurrentMs(primary, volts, Math.min(wantedA, most));
  return Math.min(dwellMap.max, Math.max(dwellMap.min, ms ?? dwellMap.max));
}

/** Why the dwell proposal is what it is. */
export function dwellReasons(primary: CoilPrimary, wantedA: number): Reason[] {
  const at14 = proposedDwellMs(primary, wantedA, 14);
  return [
    {
      text: `${wantedA} A wanted through ${primary.resistanceOhm} Ω and ${primary.inductanceMh} mH: ${at14.toFixed(2)} ms at 14 V reach ${chargeCurrentA(primary, 14, at14).toFixed(1)} A.`,
      formula: 't = −L/R · ln(1 − I · R / V)',
    },
    {
      text: 'Where the battery is too low for that current, nine tenths of what it can drive: longer would only heat the coil.',
    },
  ];
}
