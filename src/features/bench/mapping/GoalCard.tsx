import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import type { LeftOutReason, MappingGoal, MappingTask } from '@/core/log';
import { Heading } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { goalWords } from './mappingWords';

interface Props {
  goal: MappingGoal | null;
  here: { readonly x: number; readonly y: number } | null;
  leftOut: LeftOutReason | null;
  task: MappingTask;
  holdS: number;
}

/** A bar takes the height it is given, px. */
const BAR_HEIGHT = 8;

/** One line of words large enough to read from the seat, and a bar that fills while it counts. */
export function GoalCard({ goal, here, leftOut, task, holdS }: Props) {
  const share = goal === null ? 1 : Math.min(1, Math.max(0, 1 - goal.missingS / holdS));
  return (
    <View style={{ gap: SPACE.s }}>
      <View role="status" aria-label="Where to go">
        <Heading level={3} kind="display">
          {goalWords(goal, here, leftOut, task.load)}
        </Heading>
      </View>
      <View style={{ height: BAR_HEIGHT }}>
        <ProgressBar progress={share} aria-label="Held" />
      </View>
    </View>
  );
}
