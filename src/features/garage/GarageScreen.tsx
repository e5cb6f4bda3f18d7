import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { ActivityIndicator, View } from 'react-native';
import { useGarage } from '@/data/garage/queries';
import { foundBy, type GarageEngine, type SeasonItem, type SeasonKind } from '@/data/garage/season';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field';
import { BackTitle, Card, Message, Page } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { engineTitle, engineWords, foundWords } from './garageWords';
import { SeasonRow } from './SeasonRow';
import { WholeFileCard } from './WholeFileCard';

/** So many of a list are shown at first. */
const SHOWN = 8;

/** Engines, what was done with each over a season, and everything as one file. */
export function GarageScreen() {
  const router = useRouter();
  const garage = useGarage();
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page>
        <View style={{ width: '100%', maxWidth: 760, alignSelf: 'center', gap: SPACE.l }}>
          <BackTitle
            title="Garage"
            backLabel="All calibrations"
            always
            level={1}
            onBack={() => router.navigate('/')}
          />
          {garage.isPending ? <ActivityIndicator accessibilityLabel="Looking through the garage" /> : null}
          {garage.isError ? (
            <Message
              tone="error"
              actions={<Button label="Try again" icon="sync" onPress={() => void garage.refetch()} />}
            >
              {`The browser’s storage did not answer: ${garage.error.message} Nothing was changed.`}
            </Message>
          ) : null}
          {garage.data === undefined ? null : (
            <>
              <FindCard items={garage.data.items} />
              {garage.data.engines.length === 0 ? (
                <Text>No engine yet: make a calibration, or take a file.</Text>
              ) : null}
              {garage.data.engines.map((engine) => (
                <EngineCard key={engine.line} engine={engine} items={garage.data.items} />
              ))}
            </>
          )}
          <WholeFileCard />
        </View>
      </Page>
    </View>
  );
}

/** Finds by a word, wherever it was written. */
function FindCard({ items }: { items: readonly SeasonItem[] }) {
  const [looked, setLooked] = useState('');
  const found = useMemo(() => foundBy(items, looked), [items, looked]);
  return (
    <Card title="Find" intro="In names, notes, sign-offs, versions, logs and marks.">
      <View style={{ flexDirection: 'row' }}>
        <TextBox label="Word to find" value={looked} onChangeText={setLooked} />
      </View>
      {looked.trim() === '' ? null : (
        <>
          <View aria-live="polite">
            <Text kind="small" colour="muted" verbatim>
              {foundWords(found.length, looked.trim())}
            </Text>
          </View>
          <Rows items={found} withName />
        </>
      )}
    </Card>
  );
}

/** An engine: its calibrations, and below them what was done, day by day. */
function EngineCard({ engine, items }: { engine: GarageEngine; items: readonly SeasonItem[] }) {
  const ids = engine.calibrations.map(({ id }) => id);
  const own = items.filter(({ calibrationId }) => ids.includes(calibrationId));
  const of = (id: string, kind: SeasonKind) =>
    own.find((item) => item.kind === kind && item.calibrationId === id);
  // What engine it is stands above all of them: what tells them apart is the builder’s note.
  const calibrations = ids.flatMap((id) => {
    const item = of(id, 'calibration');
    return item === undefined ? [] : { ...item, text: of(id, 'note')?.text.split('\n', 1)[0] ?? '' };
  });
  return (
    <Card title={engineTitle(engine)} intro={engineWords(engine, items)}>
      <Rows items={calibrations} withName={false} />
      <Days items={own.filter(({ at }) => at !== null)} withName={ids.length > 1} />
    </Card>
  );
}

function Days({ items, withName }: { items: readonly SeasonItem[]; withName: boolean }) {
  if (items.length === 0) return null;
  return (
    <>
      <Text kind="strong">What was done</Text>
      <Rows items={items} withName={withName} />
    </>
  );
}

function Rows({ items, withName }: { items: readonly SeasonItem[]; withName: boolean }) {
  const [all, setAll] = useState(false);
  const shown = all ? items : items.slice(0, SHOWN);
  return (
    <View style={{ gap: SPACE.xs }}>
      {shown.map((item) => (
        <SeasonRow key={item.id} item={item} withName={withName} />
      ))}
      {shown.length === items.length ? null : (
        <View style={{ flexDirection: 'row' }}>
          <Button label={`Show all ${items.length}`} kind="plain" onPress={() => setAll(true)} />
        </View>
      )}
    </View>
  );
}
