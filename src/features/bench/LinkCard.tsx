import { View } from 'react-native';
import type { Differences } from '@/data/ecu/differences';
import { sendMaps, storeInEcu, useEcu } from '@/data/ecu/ecuSession';
import { keepStored } from '@/data/ecu/standInMemory';
import type { LinkState } from '@/data/ecu/useLinkState';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { linkSentence } from './linkWords';
import { leaveStandIn, useStandIn } from './standInStore';

interface Props {
  id: string;
  state: LinkState;
  differences: Differences | null;
  onConnect: () => void;
  onReconnect: () => void;
}

/** The link in words: what is on the screen, what runs and what is stored, and what can be done about it. */
export function LinkCard({ id, state, differences, onConnect, onReconnect }: Props) {
  const identity = useEcu((ecu) => ecu.identity);
  const doing = useEcu((ecu) => ecu.doing);
  const linkFailure = useEcu((ecu) => ecu.failure);
  const standInFailure = useStandIn((standIn) => standIn.failure);
  const failure = linkFailure ?? standInFailure;
  const live = state === 'same' || state === 'differs';
  const cells = differences?.maps.reduce((sum, { cells: of }) => sum + of.length, 0) ?? 0;
  const store = async () => {
    if (!(await storeInEcu()) || identity === null) return;
    await keepStored(id, identity.settings, useEcu.getState().running);
  };
  return (
    <Card title={live && identity !== null ? identity.name : 'The link'}>
      {live && differences !== null ? <ThreeWords cells={cells} differences={differences} /> : null}
      <View role="status" aria-label="Link">
        <Text>{linkSentence(state, differences)}</Text>
      </View>
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {state === 'none' || state === 'lost' ? (
          <Button
            label={state === 'lost' ? 'Connect again' : 'Connect to the stand-in'}
            kind="primary"
            icon="link-variant"
            onPress={state === 'lost' ? onReconnect : onConnect}
          />
        ) : null}
        {differences?.settings === true ? (
          <Button label="Put the whole calibration in" icon="key-variant" onPress={onConnect} />
        ) : null}
        {cells > 0 && differences !== null ? (
          <Button
            label={`Send ${cells} ${cells === 1 ? 'cell' : 'cells'} to the ECU`}
            kind="primary"
            icon="send-outline"
            disabled={doing !== null}
            onPress={() => void sendMaps(differences.maps)}
          />
        ) : null}
        {differences !== null && differences.unstored.length > 0 ? (
          <Button
            label="Store in ECU"
            icon="content-save-check-outline"
            disabled={doing !== null}
            onPress={() => void store()}
          />
        ) : null}
        {live || state === 'lost' ? (
          <Button label="Disconnect" icon="link-variant-off" onPress={leaveStandIn} />
        ) : null}
      </View>
    </Card>
  );
}

/** Screen, running and stored, joined where they are the same. */
function ThreeWords({ cells, differences }: { cells: number; differences: Differences }) {
  const { settings, unstored } = differences;
  const toRunning = settings ? 'other build' : cells === 0 ? null : `${cells}`;
  const toStored =
    unstored.length === 0 ? null : `${unstored.length} ${unstored.length === 1 ? 'map' : 'maps'}`;
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
