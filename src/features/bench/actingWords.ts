import {
  AT,
  type Frame,
  GUARD_REASONS,
  IDLE_STATES,
  KNOCK_STATES,
  LIMITS,
  LOOP_STATES,
  read,
} from '@/core/channel';
import { formatNumber } from '@/core/units';

/** One thing that corrects or holds back: what it does now, and why it does no more. */
export interface Acting {
  readonly label: string;
  /** What it does, in a number. */
  readonly does: string;
  /** Its state in words. */
  readonly why: string;
  /** It changes something now. */
  readonly acts: boolean;
}

/** Everything that corrects the maps or holds the engine back, with what it does now and why. */
export function actingNow(frame: Frame): Acting[] {
  const at = (id: keyof typeof AT) => read(frame, AT[id]);
  const named = (codes: readonly { readonly label: string }[], code: number) => codes[code]?.label ?? 'Off';
  const [loop, learned] = [percent(at('lambdaTrim')), percent(at('learnedTrim'))];
  const retard = at('knockRetard');
  const cut = at('cutShare');
  const overrun = at('overrunCut') === 1;
  return [
    {
      label: 'Limiter',
      does: cut > 0 ? `${formatNumber(cut, 0)} % of charges cut` : 'cuts nothing',
      why: at('limiting') > 0 ? named(LIMITS, at('limiting')) : 'No limit is reached',
      acts: cut > 0,
    },
    {
      label: 'Overrun cut',
      does: overrun ? 'no fuel' : 'fuel',
      why: overrun ? 'Throttle closed above its speed' : 'Not on the overrun',
      acts: overrun,
    },
    { label: 'Closed loop', does: loop, why: named(LOOP_STATES, at('loopState')), acts: loop !== NO_CHANGE },
    {
      label: 'Learned trims',
      does: learned,
      why: learned === NO_CHANGE ? 'Nothing learned here' : 'By the cells the engine is in',
      acts: learned !== NO_CHANGE,
    },
    {
      label: 'Knock',
      does: retard > 0 ? `spark back by ${formatNumber(retard, 1)}°` : 'spark as mapped',
      why: `${named(KNOCK_STATES, at('knockState'))}, ${heard(at('knockCount'))}`,
      acts: retard > 0,
    },
    {
      label: 'Idle',
      does: Number.isFinite(at('idleOpening')) ? `${formatNumber(at('idleOpening'), 1)} % open` : 'nothing',
      why: named(IDLE_STATES, at('idleState')),
      acts: at('idleState') >= 2,
    },
    {
      label: 'Protection',
      does: at('protection') > 0 ? 'acts' : 'nothing',
      why: at('protection') > 0 ? named(GUARD_REASONS, at('protection')) : 'Nothing is outside its limits',
      acts: at('protection') > 0,
    },
  ];
}

const NO_CHANGE = 'fuel as mapped';

/** A factor of fuel as what it changes. */
function percent(factor: number): string {
  const change = 100 * (factor - 1);
  if (!Number.isFinite(change) || Math.abs(change) < 0.05) return NO_CHANGE;
  return `${formatNumber(Math.abs(change), 1)} % ${change > 0 ? 'more' : 'less'} fuel`;
}

function heard(count: number): string {
  if (!(count > 0)) return 'never heard';
  return count === 1 ? 'heard once' : `heard ${formatNumber(count, 0)} times`;
}
