import { useGlobalSearchParams, useRouter } from 'expo-router';
import { baseValue, limitsOf } from '@/core/calibration';
import { useDocumentLater } from '@/data/session/documentParts';
import { LaneChart } from '@/ui/chart';
import { BackTitle, Card, Page, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionFields } from '../fields/fields';
import { TypingFrom } from '../fields/TypingFrom';
import { bandsWords, limitLanes } from './limitWords';

/** Limits of speed, launch and gear shift, and which of them cuts first. */
export function LimitsScreen() {
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  return (
    <Page {...(wide ? { beside: <WhatCutsFirst /> } : {})}>
      <BackTitle
        title="Limits"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      <Card title="Speed limit" intro="The lowest of all limits that are in force acts.">
        <SectionFields section="limits" />
      </Card>
      {wide ? null : <WhatCutsFirst />}
      <Card
        title="Launch"
        intro="While its switch is held and the car is slow. The switch is a sensor of its own."
      >
        <SectionFields section="launch" />
      </Card>
      <Card title="Gear shift" intro="How long it cuts is a curve by gear, in the list of maps.">
        <SectionFields section="shift" />
      </Card>
    </Page>
  );
}

/** Every limit over engine speed, the one that cuts first at the top. */
function WhatCutsFirst() {
  const document = useDocumentLater();
  const settings = limitsOf(document);
  const maxRpm = baseValue(document, 'engine.maxSpeed');
  if (settings === null || maxRpm === null) {
    return (
      <Card title="What cuts first">
        <Text colour="muted">
          Nothing holds this engine back yet. Turn a limit on and fill its numbers: it is drawn here.
        </Text>
      </Card>
    );
  }
  const { lanes, endRpm, ticks } = limitLanes(settings, maxRpm);
  return (
    <Card
      title="What cuts first"
      intro="Hollow: held back, more and more. Filled: every charge is cut. Line: the highest speed the engine is described for."
    >
      {lanes.length === 0 ? (
        <Text colour="muted">Only the gear shift cuts, for a moment, at any speed.</Text>
      ) : (
        <LaneChart
          title={bandsWords(settings)}
          from={0}
          to={endRpm}
          ticks={ticks}
          unit="rev/min"
          lanes={lanes}
        />
      )}
    </Card>
  );
}
