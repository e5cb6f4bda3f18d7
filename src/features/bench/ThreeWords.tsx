import { View } from 'react-native';
import { cellCount, type Differences } from '@/data/ecu/differences';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';

/** Screen, running and stored, joined where they are the same. */
export function ThreeWords({ differences }: { differences: Differences }) {
  const { parts, unstored } = differences;
  const cells = cellCount(differences);
  const toRunning = parts.length > 0 ? 'other build' : cells === 0 ? null : `${cells}`;
  const toStored =
    unstored.length === 0 ? null : `${unstored.length} ${unstored.length === 1 ? 'section' : 'sections'}`;
  return (
    <View
      aria-label={[
        toRunning === null ? 'Screen and running are the same' : `Screen and running differ: ${toRunning}`,
        toStored === null ? 'running and stored are the same' : `running and stored differ: ${toStored}`,
      ].join('; ')}
      role="img"
      style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}
    >
      <Text kind="strong">Screen</Text>
      <Join broken={toRunning} />
      <Text kind="strong">Running</Text>
      <Join broken={toStored} />
      <Text kind="strong">Stored</Text>
    </View>
  );
}

/** A line where two are the same; broken, with what differs on it, where they are not. */
function Join({ broken }: { broken: string | null }) {
  if (broken === null) return <Line whole />;
  return (
    <View style={{ flex: 2, flexDirection: 'row', alignItems: 'center', gap: SPACE.xs }}>
      <Line whole={false} />
      <Text kind="small" colour="accent">
        {broken}
      </Text>
      <Line whole={false} />
    </View>
  );
}

function Line({ whole }: { whole: boolean }) {
  const roles = useRoles();
  return (
    <View
      style={{
        flex: 1,
        height: 0,
        minWidth: 8,
        borderTopWidth: 2,
        borderColor: whole ? roles.good : roles.accent,
        borderStyle: whole ? 'solid' : 'dashed',
      }}
    />
  );
}
