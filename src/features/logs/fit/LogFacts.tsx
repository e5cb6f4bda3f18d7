import type { Log, LogFit } from '@/core/log';
import type { LogBand } from '@/core/logEvents';
import { Card, Sentences } from '@/ui/layout';
import { DelayChart } from './DelayChart';
import { LeftOutList } from './LeftOutList';
import { fitSentences } from './logWords';

interface Props {
  fit: LogFit;
  tolerance: number;
  /** The log on the screen. */
  log: Log;
  bands: readonly LogBand[];
  tracesHref: string;
}

/** What the log says of the map, in sentences; how late lambda is read; and what was left out, by reason. */
export function LogFacts({ fit, tolerance, log, bands, tracesHref }: Props) {
  return (
    <Card title="What it says of the map">
      <Sentences sentences={fitSentences(fit, tolerance)} />
      <DelayChart fit={fit} />
      <LeftOutList fit={fit} log={log} bands={bands} tracesHref={tracesHref} />
    </Card>
  );
}
