import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { baseValue, type Calibration, listensForKnock, sectionFields, usedMaps } from '@/core/calibration';
import { knockBandHz } from '@/core/generators';
import { windowMs } from '@/core/sensors';
import { gridOf, lookUpCurve } from '@/core/numeric';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber } from '@/core/units';
import { useDocumentLater } from '@/data/session/documentParts';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { LineChart } from '@/ui/chart';
import { BackTitle, Card, LinkRow, Page, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { DocumentFields } from '../../fields/fields';
import { TypingFrom } from '../../fields/TypingFrom';
import { firstCardFields } from '../settingFields';
import { useIsLive } from '../useLiveMap';
import { CleanPullCard } from './CleanPullCard';
import { KnockHeardCard } from './KnockHeardCard';
import { putKnockProposal } from './knockEdits';
import { KnockLive } from './KnockLive';
import { knockPicture } from './knockPicture';

/** Knock control: where is listened, against what, and what is done about it. */
export function KnockScreen() {
  const router = useRouter();
  const document = useDocumentLater();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const wide = useWide();
  const on = listensForKnock(document);
  const live = useIsLive();
  const listening = firstCardFields('knock');
  const pictures = on ? (
    <>
      <WindowCard />
      {live ? <KnockLive document={document} /> : null}
      <CleanPullCard />
      <KnockHeardCard />
    </>
  ) : null;
  return (
    <Page {...(wide && on ? { beside: pictures } : {})}>
      <BackTitle
        title="Knock control"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      <Card
        title="How it listens"
        intro="Window, threshold and factors are maps, in the list. Sensors stand under Build."
      >
        <DocumentFields fields={listening} />
        {on ? <Proposal document={document} /> : null}
      </Card>
      {wide ? null : pictures}
      {on ? (
        <Card title="What is done about it">
          <DocumentFields fields={sectionFields('knock').filter((path) => !listening.includes(path))} />
        </Card>
      ) : null}
      <LinkRow
        label="Try it in simulation"
        detail="Trial drive: a pull, with traces of noise and of what was pulled"
        onPress={() => router.navigate(`/c/${id}/review/drive` as '/')}
      />
    </Page>
  );
}

/** The band that the bore asks for, with the maps that are not there yet. */
function Proposal({ document }: { document: Calibration }) {
  const bandHz = knockBandHz(document);
  if (bandHz === null) return null;
  const now = baseValue(document, 'knock.band');
  const missing = usedMaps(document).some(
    (mapId) => MAP_DEFINITIONS[mapId].group === 'knock' && document.maps[mapId] === null,
  );
  if (now !== null && Math.abs(now / bandHz - 1) < 0.01 && !missing) {
    return <Text colour="good">{`The bore rings at ${formatNumber(bandHz / 1000, 2)} kHz.`}</Text>;
  }
  const take = () => {
    const source = { kind: 'computed', date: today(), note: 'From the bore' } as const;
    edit('Listen where the bore rings', (draft) => putKnockProposal(draft as Calibration, bandHz, source));
  };
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
      <Button
        label={`Listen at ${formatNumber(bandHz / 1000, 2)} kHz, where the bore rings`}
        icon="auto-fix"
        kind="primary"
        onPress={take}
      />
    </View>
  );
}

/** Spark, top dead centre and the window. */
function WindowCard() {
  const document = useDocumentLater();
  const picture = knockPicture(document);
  const { knockLength } = document.maps;
  const topRpm = baseValue(document, 'knock.speedTo');
  return (
    <Card
      title="Window"
      intro="Degrees of crank after top dead centre at full load: the spark comes first, then the burn, and then what rings."
    >
      {picture === null ? (
        <Text colour="muted">It is drawn here once its maps are there.</Text>
      ) : (
        <LineChart
          title="Window by engine speed"
          x={picture.speeds}
          xLabel="rev/min"
          yLabel="° after TDC"
          decimals={0}
          height={240}
          series={picture.series}
          named
        />
      )}
      {knockLength === null || topRpm === null ? null : (
        <Text kind="small" colour="muted">
          {windowWords(lookUpCurve(gridOf(knockLength), topRpm), topRpm)}
        </Text>
      )}
    </Card>
  );
}

function windowWords(lengthDeg: number, speedRpm: number): string {
  return `${formatNumber(lengthDeg, 0)}° at ${formatNumber(speedRpm, 0)} rev/min last ${formatNumber(windowMs(lengthDeg, speedRpm), 2)} ms.`;
}
