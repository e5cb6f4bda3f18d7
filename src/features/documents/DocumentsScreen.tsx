import { useRouter } from 'expo-router';
import { Suspense, useEffect, useRef, useState } from 'react';
import { ActivityIndicator, View, type ScrollView } from 'react-native';
import { Snackbar } from 'react-native-paper';
import type { Calibration } from '@/core/calibration';
import { DEMO } from '@/core/demo';
import { handFile } from '@/data/logs/handedFile';
import { fetched, NotFetched } from '@/data/fetched';
import { today } from '@/data/today';
import { askToKeep } from '@/data/store/durable';
import {
  useCreateCalibration,
  useDuplicateCalibration,
  useEntries,
  useRemoveCalibration,
  useRenameCalibration,
  useRestoreCalibration,
} from '@/data/store/listQueries';
import type { CalibrationEntry } from '@/data/store/record';
import { Button } from '@/ui/button/Button';
import { Card, Message, Page } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { laterPart } from '@/ui/later/laterPart';
import { SPACE } from '@/ui/theme';
import { CalibrationList } from './CalibrationList';
import { freeName } from '@/data/store/names';
import { RowSheet } from './RowSheet';
import { StorageMessages } from './StorageMessages';
import { useOpenFile } from './useOpenFile';
import { Welcome } from './Welcome';

// What is not on the first screen comes when it is asked for.
const NewSheet = laterPart(async () => (await import('./NewSheet')).NewSheet);
const DeviceCard = laterPart(async () => (await import('./DeviceCard')).DeviceCard);
const StorageCard = laterPart(async () => (await import('./StorageCard')).StorageCard);
const NameSheet = laterPart(async () => (await import('./NameSheet')).NameSheet);

/** The calibrations kept in this browser, and the three ways to another. */
export function DocumentsScreen() {
  const router = useRouter();
  const entries = useEntries();
  const create = useCreateCalibration();
  const duplicate = useDuplicateCalibration();
  const rename = useRenameCalibration();
  const remove = useRemoveCalibration();
  const restore = useRestoreCalibration();
  const [making, setMaking] = useState(false);
  const [renaming, setRenaming] = useState<CalibrationEntry | null>(null);
  const [deleted, setDeleted] = useState<CalibrationEntry | null>(null);
  const [binOpen, setBinOpen] = useState(false);

  const [chosen, setChosen] = useState<CalibrationEntry | null>(null);
  const scroller = useRef<ScrollView>(null);
  const isMaking = useRef(false);

  // The list is there: what is asked for first is fetched meanwhile.
  useEffect(() => {
    if (entries.isSuccess) NewSheet.fetch();
  }, [entries.isSuccess]);

  const open = (id: string) => router.navigate(`/c/${id}/build`);
  const kept = (entries.data ?? []).filter((entry) => entry.deletedAt === null);
  const binned = (entries.data ?? []).filter((entry) => entry.deletedAt !== null);
  const names = kept.map((entry) => entry.name);
  /** Makes one calibration, stores and opens it; a second press while that is under way makes no second one. */
  const store = async (make: () => Calibration | Promise<Calibration>, withLog: File | null = null) => {
    if (isMaking.current) return;
    isMaking.current = true;
    try {
      const { id } = await create.mutateAsync(make);
      void askToKeep();
      if (withLog === null) open(id);
      else {
        handFile(id, withLog);
        router.navigate(`/c/${id}/logs/open`);
      }
    } catch {
      // Said below: the failure of the mutation is shown.
    } finally {
      isMaking.current = false;
    }
  };
  const file = useOpenFile(
    (document, withLog) => void store(() => ({ ...document, name: freeName(document.name, names) }), withLog),
  );
  const openDemo = () =>
    void store(async () => {
      const { calibrationFromSheet, DEMO_SHEET } = await fetched(() => import('@/core/starters'));
      return calibrationFromSheet(DEMO_SHEET, 'demo', freeName(DEMO.name, names), today());
    });

  const openGarage = () => router.navigate('/garage' as '/');
  const failure = [entries, create, duplicate, rename, remove, restore].find((work) => work.isError)?.error;
  const waysOn = (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      <Button
        label="New calibration"
        kind={kept.length > 0 ? 'primary' : 'secondary'}
        icon="plus"
        onPress={() => setMaking(true)}
      />
      <Button label="Open a file" icon="file-import-outline" onPress={() => void file.pick()} />
      {kept.length > 0 ? (
        <Button label={`Open the demo: ${DEMO.name}`} icon="snowflake" onPress={openDemo} />
      ) : (
        <Button label="Garage" icon="car-speed-limiter" onPress={openGarage} />
      )}
    </View>
  );

  return (
    <View role="main" style={{ flex: 1 }}>
      <Page scroller={scroller}>
        <View style={{ width: '100%', maxWidth: 760, alignSelf: 'center', gap: SPACE.l }}>
          <Welcome />
          <StorageMessages onOpen={open} />
          {failure === undefined || failure === null ? null : (
            <Message tone="error">
              {failure instanceof NotFetched || failure.name === 'OfNewerBuild'
                ? failure.message
                : `The browser’s storage did not answer: ${failure.message}. Free some space in the browser and try again; in a private window storage may be off.`}
            </Message>
          )}
          {file.problem === null ? null : (
            <Message
              tone="error"
              actions={<Button label="Choose another file" onPress={() => void file.pick()} />}
            >
              {file.problem}
            </Message>
          )}
          {entries.isPending ? <ActivityIndicator aria-label="Reading the list" /> : null}
          {entries.isSuccess && kept.length === 0 ? (
            <View style={{ gap: SPACE.m }}>
              <Button
                label={`Open the demo: ${DEMO.name}`}
                kind="primary"
                icon="snowflake"
                onPress={openDemo}
              />
              <Text kind="small" colour="muted">
                {`${DEMO.engine}, 1,900 m up, hard frost. Complete, and yours to change.`}
              </Text>
            </View>
          ) : null}
          {entries.isSuccess ? waysOn : null}
          {kept.length > 0 ? (
            <View style={{ gap: SPACE.m }}>
              <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
                <Heading level={2}>In this browser</Heading>
                <Button label="Garage" kind="plain" icon="car-speed-limiter" onPress={openGarage} />
              </View>
              <CalibrationList
                entries={kept}
                scroller={scroller}
                onOpen={({ id }) => open(id)}
                onMore={setChosen}
              />
            </View>
          ) : null}
          {kept.length > 0 ? (
            <Suspense fallback={null}>
              <DeviceCard />
              <StorageCard />
            </Suspense>
          ) : null}
          {binned.length > 0 ? (
            <Card
              title={`Deleted: ${binned.length}`}
              intro="Kept for 30 days at least."
              aside={
                <Button label={binOpen ? 'Hide' : 'Show'} kind="plain" onPress={() => setBinOpen(!binOpen)} />
              }
            >
              {binOpen
                ? binned.map((entry) => (
                    <View key={entry.id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
                      <Text verbatim style={{ flex: 1 }}>
                        {entry.name}
                      </Text>
                      <Button
                        label="Restore"
                        icon="delete-restore"
                        accessibilityLabel={`Restore ${entry.name}`}
                        onPress={() => restore.mutate(entry.id)}
                      />
                    </View>
                  ))
                : null}
            </Card>
          ) : null}
        </View>
      </Page>
      {making ? (
        <Suspense fallback={<Coming />}>
          <NewSheet names={names} onClose={() => setMaking(false)} onMake={(make) => void store(make)} />
        </Suspense>
      ) : null}
      {chosen === null ? null : (
        <RowSheet
          entry={chosen}
          onClose={() => setChosen(null)}
          onRename={() => setRenaming(chosen)}
          onDuplicate={() => duplicate.mutate({ id: chosen.id, name: freeName(chosen.name, names) })}
          onDelete={() => {
            remove.mutate(chosen.id);
            setDeleted(chosen);
          }}
        />
      )}
      {renaming === null ? null : (
        <Suspense fallback={<Coming />}>
          <NameSheet
            title="Rename"
            action="Rename"
            name={renaming.name}
            onClose={() => setRenaming(null)}
            onName={(name) => rename.mutate({ id: renaming.id, name })}
          />
        </Suspense>
      )}
      <Snackbar
        visible={deleted !== null}
        duration={8000}
        onDismiss={() => setDeleted(null)}
        action={{
          label: 'Undo',
          onPress: () => {
            if (deleted !== null) restore.mutate(deleted.id);
          },
        }}
      >
        {`Deleted ${deleted?.name ?? ''}`}
      </Snackbar>
    </View>
  );
}

/** Something is on its way. No sheet of its own: the one that comes would have to take the keyboard from it. */
function Coming() {
  return <ActivityIndicator aria-label="Opening" />;
}
