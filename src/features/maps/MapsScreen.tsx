import { Page, useWide } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { NextStep } from '../fields/NextStep';
import { MapList } from './MapList';
import { MapView } from './MapView';

/** The maps' own page: the list on a phone; wide, where it stands beside, the first map. */
export function MapsScreen() {
  const wide = useWide();
  if (wide) return <MapView mapKey="ve" />;
  return (
    <Page>
      <Heading level={2} kind="title">
        Maps
      </Heading>
      <Text colour="muted">
        Propose each from the engine’s description, then correct it. Only those the load strategy uses are
        listed.
      </Text>
      <NextStep />
      <MapList />
    </Page>
  );
}
