import { useEffect, useState } from 'react';
import { AT, read, WORK_CODE, WORK_STATES } from '@/core/channel';
import type { StepWork } from '@/core/procedures';
import { inSentence } from '@/core/units';
import { useSlowFrame } from '@/data/ecu/useLive';
import { beginWork, endWork } from '@/data/ecu/work';

/** What acts on the engine during a step. */
export interface Work {
  /** It acts, by what the engine computer says. */
  readonly isOn: boolean;
  readonly leftS: number;
  /** Why it ended by itself, in words; null while it acts, and before. */
  readonly ended: string | null;
  readonly begin: () => void;
  readonly end: () => void;
}

/** What a step may work: ended when the step is left, when the page is hidden, and by the engine computer itself. */
export function useWork(work: StepWork | null): Work {
  const frame = useSlowFrame();
  const [asked, setAsked] = useState(false);
  const state = read(frame, AT.workState);
  // For as long as the step is there: another drawing of it lets nothing go.
  useEffect(() => {
    const hidden = () => (globalThis.document.hidden ? endWork() : undefined);
    globalThis.document.addEventListener('visibilitychange', hidden);
    return () => {
      globalThis.document.removeEventListener('visibilitychange', hidden);
      endWork();
    };
  }, []);
  const isOn = asked && state === WORK_CODE.working;
  const says = WORK_STATES[state];
  const isOver = asked && !isOn && state > WORK_CODE.working && state !== WORK_CODE.ended;
  return {
    isOn,
    leftS: read(frame, AT.workLeft),
    ended: isOver && says !== undefined ? inSentence(says.label) : null,
    begin: () => {
      if (work === null) return;
      setAsked(true);
      void beginWork(work.ask);
    },
    end: () => {
      setAsked(false);
      endWork();
    },
  };
}
