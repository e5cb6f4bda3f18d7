import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { AT, IDLE_CODE, read } from '@/core/channel';
import { type Surge, surgeOf } from '@/core/control';
import { onEverySample } from '@/data/ecu/liveFrame';
import { onSlow, slowFrame } from '@/data/ecu/useLive';
import { type Sentence, SentenceLine, SentenceList } from '@/ui/layout';
import { LiveText } from '@/ui/live';
import { nothingFrozen, stepFrozen } from './frozen';
import { liveSentences } from './liveWords';

/** Speeds a second that an idle is judged by, how long it is looked back on, and how often, s. */
const RATE_HZ = 10;
const LOOKS_BACK_S = 12;
const JUDGED_EVERY_S = 1;

/** What is wrong now, in sentences. Their words are written past React; it draws when there are others, or worse. */
export function LiveWrong() {
  const surge = useSurge();
  const frozen = useFrozen();
  const said = useCallback(() => liveSentences(slowFrame(), surge, frozen), [surge, frozen]);
  const tones = useSyncExternalStore(onSlow, () =>
    said()
      .map(({ tone }) => tone)
      .join(' '),
  );
  return (
    <SentenceList label="What is wrong now">
      {tones.split(' ').map((tone, place) => (
        <Said key={place} tone={tone as Sentence['tone']} place={place} said={said} />
      ))}
    </SentenceList>
  );
}

interface SaidProps {
  tone: Sentence['tone'];
  /** Among the sentences, from 0. */
  place: number;
  said: () => readonly Sentence[];
}

function Said({ tone, place, said }: SaidProps) {
  const words = useCallback(() => said()[place]?.text ?? '', [said, place]);
  return (
    <SentenceLine tone={tone}>
      <LiveText words={words} onChange={onSlow} kind="body" colour="text" />
    </SentenceLine>
  );
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
