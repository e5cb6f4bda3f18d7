import { useEffect, useState } from 'react';
import { diagnose, type Diagnosis, firstLook, lookAt, type Situation } from '@/core/diagnosis';
import { onEverySample } from '@/data/ecu/liveFrame';

/** A diagnosis is drawn anew so often, ms: it is read, not watched. */
const DRAWN_MS = 1000;

/** What has been seen of the engine since it was begun to look; outside React, since it changes with every sample. */
const looking = {
  look: firstLook(),
  situation: null as Situation | null,
  /** Between two marks that are both set nothing more is looked at. */
  holds: false,
  begun: false,
};

/** Looks anew from now on. */
export function lookAnew(): void {
  looking.look = firstLook();
  looking.holds = false;
}

/** Looks no further: what was seen until now stays. */
export function holdLook(): void {
  looking.holds = true;
}

/** Looks from the first time on that anybody asks, whatever screen is there. */
function keepLooking(situation: Situation | null): void {
  looking.situation = situation;
  if (looking.begun) return;
  looking.begun = true;
  onEverySample((frame) => {
    if (looking.situation !== null && !looking.holds) lookAt(looking.look, frame, looking.situation);
  });
}

/** What may be wrong by what was seen until now; null without a program that runs. */
export function useDiagnosis(situation: Situation | null): Diagnosis | null {
  const [diagnosis, setDiagnosis] = useState<Diagnosis | null>(null);
  useEffect(() => {
    keepLooking(situation);
    const draw = () => setDiagnosis(situation === null ? null : diagnose(looking.look, situation));
    draw();
    const timer = setInterval(draw, DRAWN_MS);
    return () => clearInterval(timer);
  }, [situation]);
  return diagnosis;
}
