import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { Button } from '@/ui/button/Button';
import { SPACE } from '@/ui/theme';
import { cancelDryStart, useDryStart } from './dryStartStore';

/** Runs the start, and while it runs says how far it is. The only part of the screen that is drawn anew meanwhile. */
export function RunDryStart({ onRun }: { onRun: () => void }) {
  const status = useDryStart((state) => state.status);
  const progress = useDryStart((state) => state.progress);
  if (status !== 'running') {
    return <Button label="Run dry start" kind="primary" icon="play" onPress={onRun} />;
  }
  return (
    <View style={{ gap: SPACE.s }}>
      <View style={{ height: 4 }}>
        <ProgressBar progress={progress} aria-label="Dry start" />
      </View>
      <Button label="Cancel" icon="stop" onPress={cancelDryStart} />
    </View>
  );
}
