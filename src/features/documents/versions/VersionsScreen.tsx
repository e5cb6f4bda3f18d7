import { useQueryClient } from '@tanstack/react-query';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import type { Calibration } from '@/core/calibration';
import { commonAncestor } from '@/core/compare';
import { compareWith } from '@/data/session/compared';
import { useDocument } from '@/data/session/session';
import { queryKeys } from '@/data/store/listQueries';
import { useSnapshots } from '@/data/store/queries';
import { Message, Page } from '@/ui/layout';
import { Heading } from '@/ui/text/Text';
import { DamagedSnapshots } from './DamagedSnapshots';
import { FilesCard } from './FilesCard';
import { OthersCard } from './OthersCard';
import { SnapshotList } from './SnapshotList';
import { TakeSnapshotCard } from './TakeSnapshotCard';

/** The states this calibration was in, what it is compared with, and its files. */
export function VersionsScreen() {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const client = useQueryClient();
  const snapshots = useSnapshots(id);
  const states = snapshots.data ?? [];
  const readAnew = () => {
    void snapshots.refetch();
    void client.invalidateQueries({ queryKey: queryKeys.entries });
  };
  const compare = (name: string, other: Calibration) => {
    compareWith(id, name, other, commonAncestor(states, other));
    router.navigate(`/c/${id}/versions/compare` as '/');
  };
  return (
    <Page
      beside={
        <>
          <FilesCard document={document} states={states} onKept={readAnew} />
          <OthersCard own={id} onCompare={compare} />
        </>
      }
    >
      <Heading level={2} kind="title">
        Versions and files
      </Heading>
      <DamagedSnapshots id={id} />
      <TakeSnapshotCard id={id} document={document} />
      {snapshots.isError ? (
        <Message tone="error">
          The snapshots could not be read. Leave this page and come back to try again.
        </Message>
      ) : (
        <SnapshotList id={id} document={document} states={states} onCompare={compare} onKept={readAnew} />
      )}
    </Page>
  );
}
