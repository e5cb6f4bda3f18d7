import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { Button } from '@/ui/button/Button';
import { SPACE } from '@/ui/theme';
import { cancelDrive, useDrive } from './driveStore';

/** Drives, and while it drives says how far it is. The only part of the screen that is drawn anew meanwhile. */
export function RunDrive({ onRun }: { onRun: () => void }) {
  const status = useDrive((state) => state.status);
  const progress = useDrive((state) => state.progress);
  if (status !== 'running') return <Button label="Drive" kind="primary" icon="play" onPress={onRun} />;
  return (
    <View style={{ gap: SPACE.s }}>
      <View style={{ height: 4 }}>
        <ProgressBar progress={progress} aria-label="Trial drive" />
      </View>
      <Button label="Cancel" icon="stop" onPress={cancelDrive} />
    </View>
  );
}
