import { formatNumber } from '../units';
import type { Scan, Stretch } from './scan';

/** Below these an engine computer, or its injectors, do what they can, V; and so much of its own pressure less leans an engine. */
const LOW_V = 9;
const LOW_PRESSURE_SHARE = 0.7;
/** So far off its target a mixture does not carry an idle: the reading over the target. */
const LEAN = 1.25;
const RICH = 0.78;

/** An engine takes longer than this to come to rest from here, s and rev/min. */
const AT_ONCE_S = 0.35;
/** An overrun cut has to do with it when it ended so shortly before, s. */
const CUT_ENDED_S = 0.8;
const TURNED_RPM = 600;
const STANDS_RPM = 50;

interface Reason {
  /** What it says; null where it did not happen in that stretch. */
  readonly says: (scan: Scan, last: Stretch) => string | null;
}

const counted = (scan: Scan, { from, to }: Stretch, ...ids: Parameters<Scan['at']>[0][]): number =>
  ids.reduce((sum, id) => sum + Math.max(0, scan.at(id, to) - scan.at(id, from) || 0), 0);

/** What may have stopped an engine, what leaves least doubt first. */
const REASONS: readonly Reason[] = [
  {
    says: (scan, last) =>
      counted(scan, last, 'resets') > 0 ? 'the engine computer lost its supply and began anew' : null,
  },
  {
    says: (scan, last) => {
      const to = scan.after(last.to, 0.3);
      if (counted(scan, { ...last, to }, 'syncLosses') === 0) return null;
      const teeth = counted(scan, { ...last, to }, 'crankTeethMissing');
      return `sync was lost${teeth > 0 ? `, with ${formatNumber(teeth, 0)} crank teeth missing` : ''}`;
    },
  },
  {
    says: (scan, last) => {
      const then = scan.after(last.to, AT_ONCE_S);
      const [was, is] = [scan.at('speed', last.to), scan.at('speed', then)];
      return was > TURNED_RPM && is < STANDS_RPM
        ? `its speed was gone at once, from ${formatNumber(was, 0)} rev/min, which no engine does: the crank sensor went silent`
        : null;
    },
  },
  {
    says: (scan, last) => {
      const [low] = scan.range('battery', last);
      return low < LOW_V ? `there were only ${formatNumber(low, 1)} V left` : null;
    },
  },
  {
    says: (scan, last) => {
      const [low] = scan.range('fuelPressure', last);
      const own = scan.usual('fuelPressure');
      return low < LOW_PRESSURE_SHARE * own
        ? `fuel pressure fell to ${formatNumber(low, 0)} kPa of ${formatNumber(own, 0)}`
        : null;
    },
  },
  {
    says: (scan, last) => {
      for (let i = scan.before(last.to, CUT_ENDED_S); i <= last.to; i += 1)
        if (scan.at('overrunCut', i) > 0) return 'it came out of an overrun cut too slow';
      return null;
    },
  },
  {
    says: (scan, last) => {
      const from = scan.before(last.to, 1);
      const share =
        scan.mean('lambdaOne', { from, to: last.to }) /
        (scan.mean('lambdaTarget', { from, to: last.to }) || 1);
      if (share > LEAN) return `it ran ${formatNumber(100 * (share - 1), 0)} % lean`;
      return share < RICH ? `it ran ${formatNumber(100 * (1 - share), 0)} % rich` : null;
    },
  },
];

/** Why an engine died, by what was read in its last moments. */
export function whyItDied(scan: Scan, last: Stretch): string {
  for (const { says } of REASONS) {
    const words = says(scan, last);
    if (words !== null) return words;
  }
  return `from ${formatNumber(scan.at('speed', last.from), 0)} rev/min, and nothing that was read says why`;
}
