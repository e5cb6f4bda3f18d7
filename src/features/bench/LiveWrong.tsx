import { useLiveFrame } from '@/data/ecu/useLive';
import { Sentences } from '@/ui/layout';
import { liveSentences } from './liveWords';

/** What is wrong now, in sentences. */
export function LiveWrong() {
  return <Sentences label="What is wrong now" sentences={liveSentences(useLiveFrame())} />;
}
