import { Pressable, View } from 'react-native';
import type { StepWork } from '@/core/procedures';
import { formatNumber } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';
import { useWork, type Work } from './useWork';

/** Height of what is held with a glove, px. */
const HELD_HEIGHT = 72;

/** What acts on the engine: latched with a countdown where both hands are needed, else only while it is held. */
export function WorkControl({ work }: { work: StepWork }) {
  const at = useWork(work);
  const roles = useRoles();
  return (
    <View
      style={{
        gap: SPACE.s,
        padding: SPACE.m,
        borderRadius: CORNER.field,
        borderWidth: 2,
        borderColor: at.isOn ? roles.accent : roles.line,
        backgroundColor: at.isOn ? roles.raised : roles.surface,
      }}
    >
      {work.latched ? <Latched work={work} at={at} /> : <Held work={work} at={at} />}
      <View role="status" aria-label="What acts on the engine">
        <Text kind="small" colour="muted">
          {workWords(work, at)}
        </Text>
      </View>
    </View>
  );
}

function workWords({ latched }: StepWork, { isOn, leftS, ended }: Work): string {
  if (isOn) return `It acts now, ${formatNumber(Math.ceil(leftS), 0)} s more, and stops by itself.`;
  if (ended !== null) return `It has stopped: ${ended}.`;
  return latched
    ? 'It stops by itself, when this page is left, and when the link is lost.'
    : 'It acts only while it is held.';
}

function Latched({ work, at }: { work: StepWork; at: Work }) {
  return at.isOn ? (
    <Button label="Switch it off" kind="primary" icon="stop" onPress={at.end} />
  ) : (
    <Button label={work.label} kind="primary" icon="play" onPress={at.begin} />
  );
}

function Held({ work, at }: { work: StepWork; at: Work }) {
  const roles = useRoles();
  return (
    <Pressable
      role="button"
      aria-label={`Hold: ${work.label}`}
      aria-pressed={at.isOn}
      onPressIn={at.begin}
      onPressOut={at.end}
      style={
        {
          minHeight: HELD_HEIGHT,
          flexDirection: 'row',
          alignItems: 'center',
          justifyContent: 'center',
          gap: SPACE.s,
          borderRadius: CORNER.field,
          backgroundColor: at.isOn ? roles.accent : roles.raised,
          borderWidth: 1,
          borderColor: roles.accent,
          touchAction: 'none',
          userSelect: 'none',
        } as object
      }
    >
      <Icon name="gesture-tap-hold" size={24} color={at.isOn ? roles.onAccent : roles.text} />
      <Text kind="strong" colour={at.isOn ? 'onAccent' : 'text'}>
        {`Hold: ${work.label}`}
      </Text>
    </Pressable>
  );
}
