import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import type { Calibration } from '@/core/calibration';
import { FIELD_SIZE, fieldChange, type FieldStart } from '@/workers/startField';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { Card, Message, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { changeOfField, fieldLegend } from './fieldWords';
import { StartField } from './StartField';
import { cancelStartField, runStartField, useStartField } from './startFieldStore';

interface Props {
  id: string;
  document: Calibration;
  open: { readonly coolantC: number; readonly batteryV: number } | null;
  onOpen: (start: FieldStart) => void;
}

/** The engine started at every temperature and battery, each start by its mark; one is opened by a touch. */
export function StartFieldCard({ id, document, open, onOpen }: Props) {
  const roles = useRoles();
  const status = useStartField((state) => state.status);
  const failure = useStartField((state) => state.failure);
  const mine = useStartField((state) => (state.field?.id === id ? state.field : null));
  const before = useStartField((state) => (state.before?.id === id ? state.before : null));
  const starts = mine?.starts ?? [];
  const running = status === 'running' && mine !== null;
  const run = () => void runStartField(id, document);
  return (
    <Card
      title="Field of starts"
      intro="Coolant across, °C; battery at rest up, V. Each is twenty seconds from the key. Open one to see it."
    >
      {mine === null ? null : <StartField starts={starts} open={open} onOpen={onOpen} />}
      {fieldLegend(starts).map(({ mark, count }) => (
        <View key={mark.word} style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
          <Icon name={mark.icon} size={20} color={roles[mark.tone]} />
          <Text style={{ flex: 1 }}>{mark.word}</Text>
          <Text kind="number">{`${count}`}</Text>
        </View>
      ))}
      {before === null || starts.length < FIELD_SIZE ? null : (
        <Text role="status">{changeOfField(fieldChange(before.starts, starts))}</Text>
      )}
      {mine !== null && !running && mine.document !== document ? (
        <StateMark tone="warning" label="The calibration has changed since. Run it again." />
      ) : null}
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {running ? (
        <View style={{ gap: SPACE.s }}>
          <View style={{ height: 4 }}>
            <ProgressBar progress={starts.length / FIELD_SIZE} aria-label="Field of starts" />
          </View>
          <Button label="Cancel the field" icon="stop" onPress={cancelStartField} />
        </View>
      ) : (
        <Button
          label={mine === null ? 'Run the whole field' : 'Run the field again'}
          icon="play"
          onPress={run}
        />
      )}
      <Text kind="small" colour="muted">
        The stand-in’s fuel, friction and battery are usual ones: where a field turns from good to not, a real
        engine may turn a few degrees earlier or later.
      </Text>
    </Card>
  );
}
