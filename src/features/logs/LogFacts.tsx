import type { LogFit } from '@/core/log';
import { Card, Sentences } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { fitSentences, leftOutWords } from './logWords';

/** What the log says of the map, in sentences; and what was left out, by reason. */
export function LogFacts({ fit, tolerance }: { fit: LogFit; tolerance: number }) {
  const left = leftOutWords(fit);
  return (
    <Card title="What it says of the map">
      <Sentences sentences={fitSentences(fit, tolerance)} />
      <Text kind="small" colour="muted">
        {left.length === 0 ? 'Nothing was left out.' : `Left out: ${left.join('; ')}.`}
      </Text>
    </Card>
  );
}
