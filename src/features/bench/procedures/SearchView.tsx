import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import type { Answer, SearchPoint, Takes } from '@/core/procedures';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { type Tried, useSearch } from './useSearch';

/** A bar takes the height it is given, px. */
const BAR_HEIGHT = 4;

interface Props {
  takes: Extract<Takes, { kind: 'search' }>;
  tried: Tried;
  unlocked: boolean;
  onAnswer: (answer: Answer) => void;
}

/** One thing tried after the other, by itself: what acts now, and what came of those before. */
export function SearchView({ takes, tried, unlocked, onAnswer }: Props) {
  const { points, now, stopped, begin, stop } = useSearch(takes, tried, onAnswer);
  if (!unlocked) {
    return (
      <Message tone="warning">Unlock the engine computer on the bench: this step acts on the engine.</Message>
    );
  }
  return (
    <View style={{ gap: SPACE.m }}>
      {stopped === null ? null : <Message tone="warning">{stopped}</Message>}
      {now === null ? (
        <Button
          label={points.length === 0 ? takes.label : 'Go on'}
          kind="primary"
          icon="play"
          onPress={begin}
        />
      ) : (
        <View style={{ gap: SPACE.s }}>
          <Text kind="strong">{now.trial.label}</Text>
          <View style={{ height: BAR_HEIGHT }}>
            <ProgressBar progress={now.share} aria-label="Looked at" />
          </View>
          <Button label="Hold on" icon="pause" onPress={stop} />
        </View>
      )}
      <View role="status" aria-label="What acts on the engine">
        <Text kind="small" colour="muted">
          {now === null
            ? 'It moves by itself, and stops when this page is left, and when the link is lost.'
            : 'It acts now. It stops by itself.'}
        </Text>
      </View>
      {points.length === 0 ? null : <Points takes={takes} points={points} />}
    </View>
  );
}

/** What was tried, the last first. */
function Points({ takes, points }: { takes: Props['takes']; points: readonly SearchPoint[] }) {
  const labels = points.map((_, i) => takes.next(points.slice(0, i))?.label ?? '');
  return (
    <View role="list" aria-label="What was tried" style={{ gap: SPACE.xs }}>
      {points
        .map((point, i) => (
          <View key={i} role="listitem" style={{ flexDirection: 'row', gap: SPACE.m }}>
            <Text kind="strong" style={{ flexBasis: '35%' }}>
              {labels[i]}
            </Text>
            <Text style={{ flex: 1 }}>{takes.said(point)}</Text>
          </View>
        ))
        .reverse()}
    </View>
  );
}
