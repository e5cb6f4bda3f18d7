import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { formatNumber } from '@/core/units';
import { USUAL_PLAN } from '@/data/logs/recordPlan';
import { markNow, noteMark, startRecording, stopRecording, useRecording } from '@/data/logs/recorder';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { MARK_COMMAND } from '@/ui/command/recordKeys';
import { useCommandKeys } from '@/ui/command';
import { TextBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { conditionWords, planWords } from './recordWords';
import { RecordSheet } from './RecordSheet';
import { useRecordPlan } from './useRecordPlan';

interface Props {
  id: string;
  calibration: string;
  live: boolean;
}

/** Records while it runs; stopped, the log opens. A press or the key M marks a moment, which may be given a note. */
export function RecordControls({ id, calibration, live }: Props) {
  const router = useRouter();
  const { asked, entry, forS, failure } = useRecording();
  const [plan, setPlan] = useRecordPlan();
  const [open, setOpen] = useState(false);
  const stop = async () => {
    const logId = await stopRecording();
    if (logId !== null) router.navigate(`/c/${id}/logs/${logId}`);
  };
  return (
    <View style={{ gap: SPACE.s }}>
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {asked && entry === null && plan.when !== null ? (
        <Text kind="small">{`Waits for ${conditionWords(plan.when)}.`}</Text>
      ) : null}
      {!asked && planWords(plan) !== planWords(USUAL_PLAN) ? (
        <Text kind="small" colour="muted">
          {planWords(plan)}
        </Text>
      ) : null}
      <Marks />
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <View style={{ flex: 1 }}>
          {asked ? (
            <Button
              label={entry === null ? 'Stop waiting' : `Stop recording, ${formatNumber(forS, 0)} s`}
              kind="primary"
              icon="stop"
              onPress={() => void stop()}
            />
          ) : (
            <Button
              label="Record"
              kind={live ? 'primary' : 'secondary'}
              icon="record"
              disabled={!live}
              onPress={() => startRecording({ calibrationId: id, calibration, plan })}
            />
          )}
        </View>
        {asked ? (
          <MarkButton />
        ) : (
          <IconButton icon="cog-outline" label="How to record" onPress={() => setOpen(true)} />
        )}
      </View>
      {open ? <RecordSheet plan={plan} onPlan={setPlan} onClose={() => setOpen(false)} /> : null}
    </View>
  );
}

/** On a page of its own task: one tap records and one ends it, and nothing is left. */
export function RecordToggle({ id, calibration, live }: Props) {
  const asked = useRecording((state) => state.asked);
  const [plan] = useRecordPlan();
  if (!live && !asked) return null;
  return (
    <View style={{ flexDirection: 'row' }}>
      {asked ? <MarkButton /> : null}
      <IconButton
        icon={asked ? 'stop' : 'record'}
        label={asked ? 'Stop recording' : 'Record'}
        pressed={asked}
        onPress={() => {
          if (asked) void stopRecording();
          else startRecording({ calibrationId: id, calibration, plan });
        }}
      />
    </View>
  );
}

/** Marks the moment; by the key M too. */
function MarkButton() {
  const writes = useRecording((state) => state.entry !== null);
  const commands = useMemo(() => [{ ...MARK_COMMAND, run: () => void markNow('') }], []);
  useCommandKeys(commands);
  return (
    <IconButton
      icon="flag-outline"
      label="Mark the moment"
      disabled={!writes}
      onPress={() => void markNow('')}
    />
  );
}

/** The last mark, and a note for it. */
function Marks() {
  const marks = useRecording((state) => state.entry?.marks);
  const last = marks === undefined ? undefined : marks.at(-1);
  if (marks === undefined || last === undefined) return null;
  const name = `Mark ${marks.length} at ${formatNumber(last.atS, 1)} s`;
  return (
    <View role="status" aria-label="Last mark" style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        {name}
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <TextBox
          key={marks.length}
          label={`Note for mark ${marks.length}`}
          placeholder="A note, if you like"
          value={last.note}
          onChangeText={(note) => noteMark(marks.length - 1, note)}
        />
      </View>
    </View>
  );
}
