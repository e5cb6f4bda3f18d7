import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { compile } from '@/core/calibration';
import { fillingMapOf } from '@/core/log';
import { useLinkState } from '@/data/ecu/useLinkState';
import { useDocument } from '@/data/session/session';
import { Card, Docked, LinkRow, Page, useLying, useWide } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ActingCard } from './ActingCard';
import { InItCard } from './InItCard';
import { LinkCard } from './LinkCard';
import { LivePoint } from './LivePoint';
import { LiveWrong } from './LiveWrong';
import { connectNetwork, useNetwork } from './networkStore';
import { ProcedureList } from './procedures/ProcedureList';
import { ReadoutTiles } from './readouts/ReadoutTiles';
import { RecordControls } from './recording/RecordControls';
import { StandInButton } from './StandInButton';
import { connectStandIn, reconnectStandIn } from './standInStore';

/** At the car, one hand: the link in words, four numbers, what is wrong; then the place on the map. */
export function BenchScreen() {
  const document = useDocument();
  const wide = useWide();
  // On its side there is room for the numbers alone: they come first, and nothing lies over them.
  const lying = useLying();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { state, differences } = useLinkState(id, document);
  const live = differences !== null;
  const network = useNetwork();
  const again = () =>
    network.address === null
      ? reconnectStandIn(id, document)
      : connectNetwork(id, { ...network, address: network.address });
  const compiled = compile(document);
  const mapId = compiled.ok ? fillingMapOf(compiled.program) : null;
  const record = <RecordControls id={id} calibration={document.name} live={live} />;
  const action = (
    <View style={{ flexDirection: 'row', alignItems: 'flex-end', gap: SPACE.s }}>
      <View style={{ flex: 1 }}>{record}</View>
      <StandInButton />
    </View>
  );
  const readouts = <ReadoutTiles live={live} />;
  const link = (
    <LinkCard
      document={document}
      state={state}
      differences={differences}
      onConnect={() => {
        useNetwork.setState({ address: null });
        void connectStandIn(id, document);
      }}
      onReconnect={() => void again()}
    />
  );
  return (
    <Page beside={mapId === null ? <NoMap /> : <LivePoint document={document} mapId={mapId} live={live} />}>
      <Heading level={2} kind="title">
        Bench
      </Heading>
      {lying && live ? readouts : link}
      {lying && live ? link : readouts}
      {live ? (
        <Card title="Now">
          <LiveWrong />
        </Card>
      ) : null}
      {live ? <ProcedureList id={id} /> : null}
      {live && mapId !== null ? (
        <LinkRow
          label="Live mapping"
          detail="Where to hold the engine, and what each cell of the filling lacks."
          onPress={() => router.navigate(`/c/${id}/bench/mapping`)}
        />
      ) : null}
      {live ? (
        <LinkRow
          label="Counters"
          detail="What was missed, lost or cut between two moments."
          onPress={() => router.navigate(`/c/${id}/bench/counters`)}
        />
      ) : null}
      <LinkRow
        label="Training"
        detail="What is wrong with this engine? One to learn on."
        onPress={() => router.navigate(`/c/${id}/bench/training`)}
      />
      {live ? <ActingCard /> : null}
      {live ? <InItCard /> : null}
      {wide || lying ? action : <Docked label="Recording">{action}</Docked>}
    </Page>
  );
}

function NoMap() {
  return (
    <Text colour="muted">
      The engine’s place is shown on a filling map; with an air-mass meter or plain pulses there is none.
    </Text>
  );
}
