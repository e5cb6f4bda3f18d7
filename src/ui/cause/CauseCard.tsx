import { View } from 'react-native';
import type { DiagnosisWords } from '@/core/diagnosis';
import { Card, Sentences } from '../layout';
import { Heading, Text } from '../text/Text';
import { SPACE, useRoles } from '../theme';

const BAR_HEIGHT = 6;

/** What may be wrong, how sure that is, what was seen, and what to do next. */
export function CauseCard({ words }: { words: DiagnosisWords }) {
  const { tone, headline, causes, seen, next, test, leftOut } = words;
  const roles = useRoles();
  return (
    <Card title="What it may be">
      <View role="status" aria-label="What it may be">
        <Heading level={3}>{headline}</Heading>
      </View>
      {next === null ? null : <Sentences sentences={[{ tone, text: next }]} />}
      {test === null ? null : (
        <Text>
          <Text kind="strong">To tell the first two apart: </Text>
          {test}
        </Text>
      )}
      {causes.length < 2 ? null : (
        <View role="list" aria-label="How likely each is" style={{ gap: SPACE.s }}>
          {causes.map(({ id, label, percent }) => (
            <View key={id} role="listitem" aria-label={`${label}: ${percent} %`} style={{ gap: SPACE.xs }}>
              <View style={{ flexDirection: 'row', gap: SPACE.m }}>
                <View style={{ flex: 1 }}>
                  <Text kind="small">{label}</Text>
                </View>
                <Text kind="small" colour="muted">{`${percent} %`}</Text>
              </View>
              <View style={{ height: BAR_HEIGHT, backgroundColor: roles.line }}>
                <View style={{ height: BAR_HEIGHT, width: `${percent}%`, backgroundColor: roles.steel }} />
              </View>
            </View>
          ))}
        </View>
      )}
      {seen.length === 0 ? null : (
        <View style={{ gap: SPACE.xs }}>
          <Text kind="small" colour="muted">
            What was seen
          </Text>
          {seen.map((sentence) => (
            <Text key={sentence}>{sentence}</Text>
          ))}
        </View>
      )}
      {leftOut === null ? null : (
        <Text kind="small" colour="muted">
          {leftOut}
        </Text>
      )}
    </Card>
  );
}
