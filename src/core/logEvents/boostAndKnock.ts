import { formatNumber } from '../units';
import { type EventKindInfo, type Found, kind } from './event';
import type { Scan } from './scan';

/** Over its goal by so much of it and so many kPa, for so long, s, with the foot down, %: a valve takes a moment. */
const OVER = { share: 0.06, kpa: 3, leastS: 0.3, throttle: 40 } as const;
/** Knocks that follow within this belong together, s. */
const TOGETHER_S = 1.5;
const PULLED_DEG = 0.3;

function boostOver(scan: Scan): Found[] {
  const over = (i: number) => {
    const goal = scan.at('boostTarget', i);
    return scan.at('manifoldPressure', i) > goal * (1 + OVER.share) + OVER.kpa && goal > scan.barometricKpa;
  };
  return scan
    .stretches((i) => scan.runs(i) && scan.at('throttle', i) > OVER.throttle && over(i), {
      leastS: OVER.leastS,
      bridgeS: 0.2,
    })
    .map((stretch) => {
      const [, most] = scan.range('manifoldPressure', stretch);
      return {
        ...stretch,
        tone: 'warning',
        text: `Boost stood over its goal for ${formatNumber(scan.lengthS(stretch), 1)} s: ${formatNumber(most, 0)} kPa where ${formatNumber(scan.mean('boostTarget', stretch), 0)} are asked, about ${formatNumber(scan.mean('speed', stretch), 0)} rev/min.`,
      };
    });
}

function knocks(scan: Scan): Found[] {
  const heard = scan.has('knockCount') ? new Set(scan.counts('knockCount').map(({ at }) => at)) : null;
  const isHeard = (i: number) => (heard === null ? scan.at('knockRetard', i) > PULLED_DEG : heard.has(i));
  return scan.stretches(isHeard, { leastS: 0, bridgeS: TOGETHER_S }).map((stretch) => {
    const count = scan.at('knockCount', stretch.to) - scan.at('knockCount', Math.max(0, stretch.from - 1));
    const [, pulled] = scan.range('knockRetard', { ...stretch, to: scan.after(stretch.to, 0.3) });
    const words = [
      Number.isNaN(count)
        ? 'Knock was heard'
        : `Knock was heard ${count === 1 ? 'once' : `${formatNumber(count, 0)} times`}`,
      `at ${formatNumber(scan.at('speed', stretch.from), 0)} rev/min and ${formatNumber(scan.at('manifoldPressure', stretch.from), 0)} kPa, ${formatNumber(scan.at('sparkAdvance', stretch.from), 1)}° of advance`,
      pulled > 0 ? `spark was pulled by ${formatNumber(pulled, 1)}°` : null,
    ].filter((word) => word !== null);
    return { ...stretch, tone: 'warning', text: `${words.join(', ')}.` };
  });
}

/** What strains an engine under load. */
export const STRAIN_KINDS = {
  boostOver: kind({
    label: 'Boost over its goal',
    needs: ['boostTarget', 'manifoldPressure', 'throttle'],
    traces: ['manifoldPressure', 'boostDuty', 'speed', 'throttle'],
    find: boostOver,
  }),
  knock: kind({
    label: 'Knock',
    needs: [['knockCount', 'knockRetard']],
    traces: ['knockRetard', 'sparkAdvance', 'manifoldPressure', 'speed'],
    find: knocks,
  }),
} satisfies Record<string, EventKindInfo>;
