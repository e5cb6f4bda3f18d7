import type { KnockBaseline } from '@/core/log';
import { formatNumber } from '@/core/units';

/** Why a log gives no threshold, in a sentence with what to do. */
export function refusalWords(baseline: Extract<KnockBaseline, { readonly ok: false }>): string {
  switch (baseline.why) {
    case 'noKnockSensor':
      return 'This log has no knock noise. Record one with a knock sensor fitted and wired.';
    case 'noPull':
      return 'No pull is in this log: throttle over 60 % with a warm engine. Record one.';
    case 'tooFewSpeeds':
      return 'The pull covers too little: it has to go through five stretches of 400 rev/min at the least.';
    case 'knocks':
      return `This pull is not clean: about ${formatNumber(baseline.atRpm, 0)} rev/min something was ${formatNumber(baseline.times, 1)} times as loud as the rest. Take spark back there, or better fuel, and pull again.`;
  }
}
