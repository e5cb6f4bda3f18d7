import { Slot, useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, type ReactNode } from 'react';
import { ActivityIndicator, View } from 'react-native';
import { OpenInOtherBuild } from '@/data/offline/openBuilds';
import { useOpenMark } from '@/data/offline/useOpenMark';
import { closeSession, openSession, useSession } from '@/data/session/session';
import { useRecord } from '@/data/store/queries';
import { OfNewerBuild, UnreadableRecord } from '@/data/store/repository';
import { saveTextFile } from '@/data/files/download';
import { Button } from '@/ui/button/Button';
import { Message, useLying, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { fetchLayouts } from './laterLayout';
import { Navigation } from './Navigation';
import { Notices } from './Notices';
import { useSaving } from './saving';
import { Shown } from './Shown';
import { TopBar } from './TopBar';

/** An open calibration: reads it from storage, then shows its places between top bar and navigation. */
export function CalibrationFrame() {
  const { id } = useLocalSearchParams<{ id: string }>();
  useSaving();
  useEffect(fetchLayouts, []);
  const record = useRecord(id);
  const [mark, markAgain] = useOpenMark(id);
  const mayOpen = mark !== null && mark.refused === null;
  const open = useSession((session) => session.id);
  const forkedFrom = useSession((session) =>
    session.notice?.kind === 'forked' ? session.notice.originalId : null,
  );
  const router = useRouter();

  useEffect(() => {
    if (record.data === undefined || record.data === null || !mayOpen) return;
    const { record: stored, damaged } = record.data;
    if (useSession.getState().id === stored.id) return;
    const notice = damaged === null ? null : ({ kind: 'recovered', id: stored.id, damaged } as const);
    openSession(stored.id, stored.revision, stored.document, notice);
  }, [record.data, mayOpen]);
  useEffect(() => closeSession, []);

  useEffect(() => {
    if (open !== null && forkedFrom === id && open !== id) router.setParams({ id: open });
  }, [open, id, forkedFrom, router]);

  if (record.isError) return <Unreadable error={record.error} onRetry={() => void record.refetch()} />;
  const refused = mark?.refused ?? null;
  if (refused !== null) return <Unreadable error={refused} onRetry={markAgain} />;
  if (record.data === null) {
    return (
      <Centre>
        <Message
          tone="warning"
          actions={<Button label="All calibrations" onPress={() => router.replace('/')} />}
        >
          There is no calibration at this address in this browser. It may have been deleted, or made on
          another machine.
        </Message>
      </Centre>
    );
  }
  if (open !== id && forkedFrom !== id) {
    return (
      <Centre>
        <ActivityIndicator aria-label="Opening" />
        <Text colour="muted">Opening the calibration</Text>
      </Centre>
    );
  }
  return (
    <Shown>
      <OpenFrame />
    </Shown>
  );
}

function OpenFrame() {
  const roles = useRoles();
  const wide = useWide();
  const lying = useLying();
  const atSide = wide || lying;
  return (
    <View style={{ flex: 1, backgroundColor: roles.ground }}>
      <TopBar />
      <View style={{ flex: 1, flexDirection: atSide ? 'row' : 'column' }}>
        {atSide ? <Navigation kind="rail" /> : null}
        <View role="main" tabIndex={-1} style={{ flex: 1, minWidth: 0, outlineWidth: 0 }}>
          <Notices />
          <Slot />
        </View>
      </View>
      {atSide ? null : <Navigation kind="bar" />}
    </View>
  );
}

/** What is stored cannot be read: say so, and let it be saved as a file so that nothing is lost. */
function Unreadable({ error, onRetry }: { error: Error; onRetry: () => void }) {
  const router = useRouter();
  const isDamaged = error instanceof UnreadableRecord;
  const isOfOther = error instanceof OfNewerBuild || error instanceof OpenInOtherBuild;
  const rescue = isDamaged ? (
    <Button
      label="Save what is stored"
      icon="download"
      onPress={() => saveTextFile('damaged-calibration.json', error.text)}
    />
  ) : isOfOther ? (
    <>
      <Button label="Load the page anew" icon="sync" onPress={() => window.location.reload()} />
      {error instanceof OpenInOtherBuild ? <Button label="Try again" onPress={onRetry} /> : null}
    </>
  ) : (
    <Button label="Try again" icon="sync" onPress={onRetry} />
  );
  return (
    <Centre>
      <Message
        tone="error"
        actions={
          <>
            {rescue}
            <Button label="All calibrations" onPress={() => router.replace('/')} />
          </>
        }
      >
        {isDamaged
          ? `This calibration cannot be read from storage: ${error.message} Neither can the version before it. Save what is stored as a file, then open an exported copy.`
          : isOfOther
            ? error.message
            : `The browser’s storage did not answer: ${error.message} Nothing was changed. Try again; in a private window storage may be off.`}
      </Message>
    </Centre>
  );
}

function Centre({ children }: { children: ReactNode }) {
  const roles = useRoles();
  return (
    <View
      role="main"
      style={{
        flex: 1,
        alignItems: 'center',
        justifyContent: 'center',
        gap: SPACE.m,
        padding: SPACE.xl,
        backgroundColor: roles.ground,
      }}
    >
      {children}
    </View>
  );
}
