import { useEffect, useRef, useState } from 'react';
import { AT, type ChannelId, CHANNELS, read } from '@/core/channel';
import { type Answer, capturedAnswer, type CaptureFault, type Takes } from '@/core/procedures';
import { inSentence } from '@/core/units';
import { LIVE_RATE_HZ } from '@/data/ecu/ecuSession';
import { onEverySample } from '@/data/ecu/liveFrame';

type Looks = Extract<Takes, { kind: 'capture' | 'trace' }>;

/** A step that looks at channels for a while. */
export interface Capture {
  /** How much of it is over; null while nothing is captured. */
  readonly share: number | null;
  /** How much of what a trace wants was seen so far, 0…1; null where it wants nothing but time. */
  readonly seen: number | null;
  /** Why what was captured is not taken, and what to do. */
  readonly fault: string | null;
  readonly begin: () => void;
  /** Takes what was seen so far; nothing while nothing is captured. */
  readonly done: () => void;
}

/** Looks at channels by the engine computer’s own clock, and hands on what they gave. */
export function useCapture(takes: Looks, onAnswer: (answer: Answer) => void): Capture {
  const [share, setShare] = useState<number | null>(null);
  const [seen, setSeen] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const stop = useRef<() => void>(() => undefined);
  const take = useRef<() => void>(() => undefined);
  useEffect(() => () => stop.current(), []);
  const begin = () => {
    stop.current();
    setFault(null);
    setShare(0);
    const wants = takes.kind === 'trace' ? takes.seen : undefined;
    setSeen(wants === undefined ? null : 0);
    const samples: Partial<Record<ChannelId, number[]>> = {};
    let [fromS, lastS, told] = [NaN, NaN, 0];
    take.current = () => {
      stop.current();
      setShare(null);
      const taken = capturedAnswer(takes, samples, 1 / LIVE_RATE_HZ);
      if ('answer' in taken) onAnswer(taken.answer);
      else setFault(faultWords(taken.fault));
    };
    stop.current = onEverySample((frame) => {
      const timeS = read(frame, AT.time);
      if (Number.isNaN(fromS)) fromS = lastS = timeS;
      const missing = Math.max(0, Math.round((timeS - lastS) * LIVE_RATE_HZ) - 1);
      lastS = timeS;
      for (const id of takes.channels) {
        (samples[id] ??= []).push(...new Array<number>(missing).fill(NaN), read(frame, AT[id]));
      }
      const now = (timeS - fromS) / takes.forS;
      if (now < 1) {
        if (now - told >= (wants === undefined ? SHOWN_EACH : SEEN_EACH)) {
          setShare((told = now));
          setSeen(wants?.shareOf(samples) ?? null);
        }
        return;
      }
      take.current();
    });
  };
  return { share, seen, fault, begin, done: () => (share === null ? undefined : take.current()) };
}

/** Progress is drawn in such steps. */
const SHOWN_EACH = 0.1;
/** What a hand works towards is told more often. */
const SEEN_EACH = 0.02;

function faultWords(fault: CaptureFault): string {
  if (fault.kind === 'nothing')
    return 'Nothing came: these sensors are not sent. Look at the link, then capture again.';
  const name = inSentence(CHANNELS[fault.channel].label);
  return fault.kind === 'moved'
    ? `It moved while it was captured (${name}). Hold it still, then capture again.`
    : `There was nothing to read of ${name} yet. Wait a little, then capture again.`;
}
