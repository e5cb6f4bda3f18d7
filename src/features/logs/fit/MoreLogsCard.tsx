import { useState } from 'react';
import { View } from 'react-native';
import type { LogEntry } from '@/data/logs/logRecord';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { Card } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { logLine, logName } from '../entryWords';

/** What other logs are used for: those read together with the one on the screen, and one kept apart to judge a correction by. */
export interface OtherLogs {
  readonly together: readonly string[];
  readonly apart: string | null;
}

const USES = [
  { id: 'out', label: 'Leave out' },
  { id: 'together', label: 'Read too' },
  { id: 'apart', label: 'Keep apart, to judge by' },
] as const;
type Use = (typeof USES)[number]['id'];

interface Props {
  /** The other logs of this calibration. */
  others: readonly LogEntry[];
  chosen: OtherLogs;
  onChosen: (chosen: OtherLogs) => void;
}

/** Other logs of the same engine read together with this one: what one did not visit another may have. */
export function MoreLogsCard({ others, chosen, onChosen }: Props) {
  const [open, setOpen] = useState(false);
  if (others.length === 0) return null;
  const usedFor = (id: string): Use =>
    chosen.apart === id ? 'apart' : chosen.together.includes(id) ? 'together' : 'out';
  const put = (id: string, use: Use) => {
    const rest = chosen.together.filter((one) => one !== id);
    const apart = chosen.apart === id ? null : chosen.apart;
    onChosen({ together: use === 'together' ? [...rest, id] : rest, apart: use === 'apart' ? id : apart });
  };
  const namesOf = (use: Use) => others.filter(({ id }) => usedFor(id) === use).map(logName);
  const [together, [apart]] = [namesOf('together'), namesOf('apart')];
  return (
    <Card title="Logs read together">
      <Text>
        {together.length === 0
          ? 'Only this one.'
          : `This one and ${together.join(', ')}. Each is read by the calibration that it was driven with.`}
        {apart === undefined ? '' : ` Kept apart, to judge a correction by: ${apart}.`}
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <Button label="Choose logs" icon="plus" onPress={() => setOpen(true)} />
      </View>
      <Sheet title="Logs read together" open={open} onClose={() => setOpen(false)}>
        <View role="list" aria-label="Other logs" style={{ gap: SPACE.l }}>
          {others.map((entry) => (
            <View key={entry.id} role="listitem" style={{ gap: SPACE.xs }}>
              <Text kind="strong">{logName(entry)}</Text>
              <Text kind="small" colour="muted">
                {logLine(entry)}
              </Text>
              <Chips
                label={logName(entry)}
                options={USES}
                value={usedFor(entry.id)}
                onChange={(use) => put(entry.id, use)}
              />
            </View>
          ))}
        </View>
      </Sheet>
    </Card>
  );
}
