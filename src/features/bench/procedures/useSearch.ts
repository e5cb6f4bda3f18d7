import { useEffect, useRef, useState } from 'react';
import { AT, type ChannelId, type Frame, PHASE, read, WORK_CODE, WORK_STATES } from '@/core/channel';
import { type Answer, type SearchPoint, searchPoint, type Takes, type Trial } from '@/core/procedures';
import { inSentence } from '@/core/units';
import { onEverySample } from '@/data/ecu/liveFrame';
import { beginWork, endWork } from '@/data/ecu/work';

type Searches = Extract<Takes, { kind: 'search' }>;

/** A step that tries one thing after the other. */
export interface Search {
  readonly points: readonly SearchPoint[];
  /** What acts now, and how much of its time is over; null while nothing does. */
  readonly now: { readonly trial: Trial; readonly share: number } | null;
  /** Why it stands still, in words; null while it goes on, and before. */
  readonly stopped: string | null;
  /** Begins it, or goes on where it stopped. */
  readonly begin: () => void;
  /** Stops what acts; what was seen of others is kept. */
  readonly stop: () => void;
}

/** The engine computer is waited for so long to begin, s of its own time. */
const BEGINS_WITHIN_S = 2;
/** Progress is drawn in such steps. */
const SHOWN_EACH = 0.1;

/** What was tried so far, kept by whoever stays: over a link that is lost too. */
export interface Tried {
  readonly points: readonly SearchPoint[];
  readonly onPoints: (points: readonly SearchPoint[]) => void;
}

/** Tries one thing after the other by the engine computer’s own clock, and hands on what came of each. */
export function useSearch(
  takes: Searches,
  { points, onPoints }: Tried,
  onAnswer: (answer: Answer) => void,
): Search {
  const left = useRef(false);
  const [now, setNow] = useState<Search['now']>(null);
  const [stopped, setStopped] = useState<string | null>(null);
  const unlisten = useRef<() => void>(() => undefined);
  useEffect(() => {
    left.current = false;
    return () => {
      left.current = true;
      unlisten.current();
      endWork();
    };
  }, []);
  const halt = (why: string) => {
    unlisten.current();
    endWork();
    setNow(null);
    setStopped(why);
  };
  const goOn = (before: readonly SearchPoint[]) => {
    const trial = takes.next(before);
    if (trial === null) {
      endWork();
      setNow(null);
      return onAnswer({ kind: 'searched', points: before });
    }
    setStopped(null);
    setNow({ trial, share: 0 });
    const look = looksAt(takes, trial);
    void beginWork(trial.ask).then((acts) => {
      if (left.current) return endWork();
      if (!acts) return halt('It is not taken: see what the bench says of it, then go on.');
      unlisten.current();
      unlisten.current = onEverySample((frame) => {
        const seen = look(frame);
        if (seen.kind === 'goes')
          return seen.share === null ? undefined : setNow({ trial, share: seen.share });
        unlisten.current();
        if (seen.kind === 'silent') return halt('Nothing came of it: look at the link, then go on.');
        // One that was ended by a foot or by the link says nothing of the engine.
        const after = seen.kind === 'done' || seen.point.ended ? [...before, seen.point] : before;
        onPoints(after);
        if (seen.kind === 'done') return goOn(after);
        halt(`It has stopped: ${seen.why}. Go on once it is as the step says.`);
      });
    });
  };
  return { points, now, stopped, begin: () => goOn(points), stop: () => halt('Stopped by hand.') };
}

type Seen =
  | { readonly kind: 'goes'; readonly share: number | null }
  | { readonly kind: 'silent' }
  | { readonly kind: 'done'; readonly point: SearchPoint }
  | { readonly kind: 'ended'; readonly point: SearchPoint; readonly why: string };

/** Looks at one trial from sample to sample. */
function looksAt(takes: Searches, { ask }: Trial): (frame: Frame) => Seen {
  const samples: Partial<Record<ChannelId, number[]>> = {};
  let [cameS, fromS, told] = [NaN, NaN, 0];
  return (frame) => {
    const timeS = read(frame, AT.time);
    if (Number.isNaN(cameS)) cameS = timeS;
    const state = read(frame, AT.workState);
    if (Number.isNaN(fromS)) {
      if (state !== WORK_CODE.working) {
        return timeS - cameS > BEGINS_WITHIN_S ? { kind: 'silent' } : { kind: 'goes', share: null };
      }
      fromS = timeS;
    }
    if (state !== WORK_CODE.working) {
      const died = state === WORK_CODE.leftIdle && read(frame, AT.phase) !== PHASE.running;
      const why = inSentence(WORK_STATES[state]?.label ?? 'Ended');
      return { kind: 'ended', why, point: searchPoint(ask, takes, samples, died) };
    }
    const atS = timeS - fromS;
    if (atS >= takes.settlesS) {
      for (const id of takes.channels) (samples[id] ??= []).push(read(frame, AT[id]));
    }
    const share = atS / (takes.settlesS + takes.forS);
    if (share >= 1) return { kind: 'done', point: searchPoint(ask, takes, samples, false) };
    return { kind: 'goes', share: share - told >= SHOWN_EACH ? (told = share) : null };
  };
}
