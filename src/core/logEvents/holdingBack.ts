import { GUARD_CODE, GUARD_REASONS, LIMIT_CODE, LIMITS } from '../channel';
import { formatNumber, inSentence } from '../units';
import { type EventKindInfo, type Found, kind } from './event';
import type { Scan } from './scan';

/** A pause in a limit that acts is part of it, s. */
const BRIDGE_S = 0.4;
/** Fuel comes back a moment after the pedal moves: longer than this it was cut on purpose, s; and so far open is no closed throttle, %. */
const PART_THROTTLE = { leastS: 0.3, open: 4 } as const;

const seconds = (s: number) => `${formatNumber(s, 1)} s`;

/** What has events of its own. */
const ELSEWHERE: readonly number[] = [LIMIT_CODE.none, LIMIT_CODE.protection, LIMIT_CODE.sensor];

function limits(scan: Scan): Found[] {
  if (!scan.has('limiting')) return limitsOf(scan, (i) => scan.at('cutShare', i) > 0, 'A limit held it back');
  return LIMITS.flatMap(({ label }, code) =>
    ELSEWHERE.includes(code)
      ? []
      : limitsOf(scan, (i) => scan.at('limiting', i) === code, `Held back by ${inSentence(label)}`),
  );
}

function limitsOf(scan: Scan, acts: (i: number) => boolean, words: string): Found[] {
  return scan.stretches(acts, { leastS: 0, bridgeS: BRIDGE_S }).map((stretch) => {
    const [, most] = scan.range('speed', stretch);
    const [, share] = scan.range('cutShare', stretch);
    const cut = share > 0 ? `, up to ${formatNumber(share, 0)} % of the charges cut` : '';
    return {
      ...stretch,
      tone: 'warning',
      text: `${words} for ${seconds(scan.lengthS(stretch))}, ${formatNumber(most, 0)} rev/min at the most${cut}.`,
    };
  });
}

function protections(scan: Scan): Found[] {
  return GUARD_REASONS.flatMap(({ label }, code) =>
    code === GUARD_CODE.none
      ? []
      : scan
          .stretches((i) => scan.at('protection', i) === code, { leastS: 0, bridgeS: BRIDGE_S })
          .map((stretch): Found => ({
            ...stretch,
            tone: 'warning',
            text: `Protection acted because of ${inSentence(label)}, for ${seconds(scan.lengthS(stretch))}.`,
          })),
  );
}

function cutsAtPartThrottle(scan: Scan): Found[] {
  const isOpen = (i: number) => scan.at('throttle', i) > scan.closedThrottle + PART_THROTTLE.open;
  return scan
    .stretches((i) => scan.at('overrunCut', i) > 0 && isOpen(i), { leastS: PART_THROTTLE.leastS })
    .map((stretch) => {
      const [, most] = scan.range('throttle', stretch);
      return {
        ...stretch,
        tone: 'warning',
        text: `Fuel was cut as on overrun for ${seconds(scan.lengthS(stretch))} while the throttle stood at ${formatNumber(most, 0)} %: the cut’s throttle limit is too high, or the closed position of the throttle is not that of the sensor.`,
      };
    });
}

/** What held the engine back, or took its fuel away. */
export const HOLDING_BACK_KINDS = {
  limiter: kind({
    label: 'Limit',
    needs: [['limiting', 'cutShare']],
    traces: ['speed', 'cutShare', 'throttle', 'limitSpeed'],
    find: limits,
  }),
  protection: kind({
    label: 'Protection',
    needs: ['protection'],
    traces: ['protection', 'speed', 'oilPressure', 'fuelPressure'],
    find: protections,
  }),
  cutAtPartThrottle: kind({
    label: 'Overrun cut at part throttle',
    needs: ['overrunCut', 'throttle'],
    traces: ['throttle', 'overrunCut', 'speed', 'lambdaOne'],
    find: cutsAtPartThrottle,
  }),
} satisfies Record<string, EventKindInfo>;
