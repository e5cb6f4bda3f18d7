import { useGlobalSearchParams, useRouter } from 'expo-router';
import { controlsBoost, isCharged } from '@/core/calibration';
import { useDocumentLater, useDocumentPart } from '@/data/session/documentParts';
import { LineChart } from '@/ui/chart';
import { BackTitle, Card, Message, Page, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionFields } from '../fields/fields';
import { TypingFrom } from '../fields/TypingFrom';
import { boostPicture } from './boostPicture';

/** Boost control: when the valve acts, how it regulates, and what too much boost does. */
export function BoostScreen() {
  const router = useRouter();
  const charged = useDocumentPart(isCharged);
  const { id } = useGlobalSearchParams<{ id: string }>();
  const wide = useWide();
  return (
    <Page {...(wide ? { beside: <WhatIsHeld /> } : {})}>
      <BackTitle
        title="Boost control"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      {charged ? null : (
        <Message tone="plain">This engine has no charger. What stands here waits until it has one.</Message>
      )}
      <Card
        title="The valve"
        intro="Its base duty and the target are maps, in the list. The valve is an output: add it under Outputs."
      >
        <SectionFields section="boost" />
      </Card>
      {wide ? null : <WhatIsHeld />}
    </Page>
  );
}

/** What the charger could give, what is asked for, and where it is cut. */
function WhatIsHeld() {
  const document = useDocumentLater();
  const picture = controlsBoost(document) ? boostPicture(document) : null;
  return (
    <Card
      title="What is held"
      intro="In the highest gear, at full load. Shut: what the charger is described to give with bypass or wastegate shut."
    >
      {picture === null ? (
        <Text colour="muted">
          The spring alone holds the boost. With boost control on and a map of targets it is drawn here.
        </Text>
      ) : (
        <LineChart
          title="Boost by engine speed"
          x={picture.speeds}
          xLabel="rev/min"
          yLabel="kPa abs"
          decimals={0}
          height={240}
          series={picture.series}
          named
        />
      )}
    </Card>
  );
}
