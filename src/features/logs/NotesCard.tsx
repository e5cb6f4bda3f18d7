import { useState } from 'react';
import { View } from 'react-native';
import { formatNumber } from '@/core/units';
import { type LogEntry, type LogMark, MOST_NOTE } from '@/data/logs/logRecord';
import type { LogChange } from '@/data/logs/logStore';
import { IconButton } from '@/ui/button/IconButton';
import { TextBox } from '@/ui/field';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  entry: LogEntry;
  /** What was changed is not kept yet. */
  pending: boolean;
  onChange: (change: LogChange) => void;
}

/** What somebody noted of a log: of all of it, and of the moments that were marked. */
export function NotesCard({ entry, pending, onChange }: Props) {
  const { marks, note } = entry;
  const put = (index: number, changed: LogMark | null) =>
    onChange({ marks: marks.flatMap((mark, i) => (i === index ? (changed ?? []) : mark)) });
  return (
    <Card title="Notes">
      <NoteBox
        label="Note for this log"
        placeholder="Track, weather, what was tried"
        value={note}
        onDone={(text) => onChange({ note: text })}
      />
      {marks.length === 0 ? null : (
        <View role="list" aria-label="Marks" style={{ gap: SPACE.s }}>
          {marks.map((mark, i) => (
            <View
              key={`${i} of ${marks.length} at ${mark.atS}`}
              role="listitem"
              style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}
            >
              <Text kind="number">{`${formatNumber(mark.atS, 1)} s`}</Text>
              <View style={{ flex: 1 }}>
                <NoteBox
                  label={`Note for mark ${i + 1}`}
                  placeholder="No note"
                  value={mark.note}
                  onDone={(text) => put(i, { ...mark, note: text })}
                />
              </View>
              <IconButton icon="close" label={`Remove mark ${i + 1}`} onPress={() => put(i, null)} />
            </View>
          ))}
        </View>
      )}
      <View role="status" aria-label="Notes are kept">
        <Text kind="small" colour="muted">
          {pending ? 'Being kept…' : note === '' && marks.length === 0 ? '' : 'Kept with the log.'}
        </Text>
      </View>
    </Card>
  );
}

interface NoteProps {
  label: string;
  placeholder: string;
  value: string;
  onDone: (text: string) => void;
}

/** Kept when it is left. */
function NoteBox({ label, placeholder, value, onDone }: NoteProps) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <View style={{ flexDirection: 'row' }}>
      <TextBox
        label={label}
        placeholder={placeholder}
        value={typed ?? value}
        maxLength={MOST_NOTE}
        onChangeText={setTyped}
        onDone={() => {
          if (typed !== null && typed !== value) onDone(typed);
          setTyped(null);
        }}
      />
    </View>
  );
}
