import { useEffect, useState } from 'react';
import { AT, IDLE_CODE, read } from '@/core/channel';
import { type Surge, surgeOf } from '@/core/control';
import { onEverySample } from '@/data/ecu/liveFrame';
import { useSlowFrame } from '@/data/ecu/useLive';
import { Sentences } from '@/ui/layout';
import { nothingFrozen, stepFrozen } from './frozen';
import { liveSentences } from './liveWords';

/** Speeds a second that an idle is judged by, how long it is looked back on, and how often, s. */
const RATE_HZ = 10;
const LOOKS_BACK_S = 12;
const JUDGED_EVERY_S = 1;

/** What is wrong now, in sentences. */
export function LiveWrong() {
  const surge = useSurge();
  const frozen = useFrozen();
  return <Sentences label="What is wrong now" sentences={liveSentences(useSlowFrame(), surge, frozen)} />;
}

/** A surge of the last seconds while the engine idled; null while there is none. */
function useSurge(): Surge | null {
  const [surge, setSurge] = useState<Surge | null>(null);
  useEffect(() => {
    const speeds: number[] = [];
    let [sampledS, judgedS] = [-Infinity, -Infinity];
    return onEverySample((frame) => {
      const timeS = read(frame, AT.time);
      if (timeS < sampledS) [sampledS, judgedS] = [-Infinity, -Infinity];
      if (timeS - sampledS < 1 / RATE_HZ) return;
      sampledS = timeS;
      if (read(frame, AT.idleState) <= IDLE_CODE.outside) speeds.length = 0;
      else speeds.push(read(frame, AT.speed));
      if (speeds.length > LOOKS_BACK_S * RATE_HZ) speeds.shift();
      if (timeS - judgedS < JUDGED_EVERY_S) return;
      judgedS = timeS;
      setSurge(surgeOf(speeds, RATE_HZ));
    });
  }, []);
  return surge;
}

const NONE: readonly string[] = [];

/** Sensors whose numbers do not move though the engine does. */
function useFrozen(): readonly string[] {
  const [frozen, setFrozen] = useState(NONE);
  useEffect(() => {
    const state = nothingFrozen();
    let told = '';
    return onEverySample((frame) => {
      const found = stepFrozen(state, frame);
      if (found.join() === told) return;
      told = found.join();
      setFrozen(found.length === 0 ? NONE : found);
    });
  }, []);
  return frozen;
}
