import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { formatNumber } from '@/core/units';
import { LIVE_RATE_HZ, useEcu } from '@/data/ecu/ecuSession';
import { startRecording, stopRecording, useRecording } from '@/data/logs/recorder';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';

/** Records while it runs; stopped, the log opens. */
export function RecordButton({ id, calibration, live }: { id: string; calibration: string; live: boolean }) {
  const router = useRouter();
  const recording = useRecording((state) => state.entry !== null);
  const samples = useRecording((state) => state.samples);
  const failure = useRecording((state) => state.failure);
  const ecu = useEcu(({ identity }) => identity?.name ?? '');
  const stop = async () => {
    const logId = await stopRecording();
    if (logId !== null) router.navigate(`/c/${id}/logs/${logId}`);
  };
  return (
    <View style={{ gap: SPACE.s }}>
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {recording ? (
        <Button
          label={`Stop recording, ${formatNumber(samples / LIVE_RATE_HZ, 0)} s`}
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
          onPress={() => void startRecording({ calibrationId: id, calibration, ecu, rateHz: LIVE_RATE_HZ })}
        />
      )}
    </View>
  );
}
