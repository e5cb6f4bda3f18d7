import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { differences } from '@/core/compare';
import { keptEdit } from '@/data/session/keptEdit';
import { useRemoveSnapshot } from '@/data/store/queries';
import type { Snapshot } from '@/data/store/record';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { Card } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';
import { changedSinceWords } from './versionWords';

interface Props {
  id: string;
  document: Calibration;
  /** Newest first. */
  states: readonly Snapshot[];
  onCompare: (name: string, other: Calibration) => void;
  /** Another state was kept. */
  onKept: () => void;
}

/** The states that were kept, newest first, each with what was changed after it. */
export function SnapshotList({ id, document, states, onCompare, onKept }: Props) {
  const remove = useRemoveSnapshot(id);
  if (states.length === 0) {
    return (
      <Card title="No snapshot yet">
        <Text>
          Take one before you change something you may want back. Undo leads back too, until the browser’s
          data of this page is cleared.
        </Text>
      </Card>
    );
  }
  return (
    <View role="list" aria-label="Snapshots" style={{ gap: SPACE.s }}>
      {states.map((state, i) => (
        <State
          key={state.id}
          state={state}
          next={states[i - 1]?.document ?? document}
          onCompare={() => onCompare(state.name, state.document)}
          onReturn={() => void returnTo(state).then(onKept)}
          onRemove={() => remove.mutate(state.id)}
        />
      ))}
    </View>
  );
}

/** The open calibration becomes what it was then; what it is now is kept, and undo leads back too. */
function returnTo({ name, document }: Snapshot): Promise<void> {
  return keptEdit(`Return to “${name}”`, (draft) => {
    // What it is called stays, and the states it left in since: files of them may still come back.
    const { name: own, lineage } = draft;
    Object.assign(draft, document, { name: own, lineage });
  });
}

interface StateProps {
  state: Snapshot;
  /** What came after it. */
  next: Calibration;
  onCompare: () => void;
  onReturn: () => void;
  onRemove: () => void;
}

function State({ state, next, onCompare, onReturn, onRemove }: StateProps) {
  const roles = useRoles();
  const { name, kind, takenAt } = state;
  const changed = useChangedWords(state.document, next);
  return (
    <View
      role="listitem"
      aria-label={name}
      style={{
        borderWidth: 1,
        borderColor: roles.line,
        borderRadius: CORNER.field,
        backgroundColor: roles.surface,
        padding: SPACE.m,
        gap: SPACE.xs,
      }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'flex-start', gap: SPACE.s }}>
        <View style={{ flex: 1, gap: 2 }}>
          <Heading level={3} kind="strong" verbatim={kind === 'named'}>
            {name}
          </Heading>
          <Text kind="small" colour="muted">
            {`${kind === 'named' ? 'Taken' : 'Taken by itself'} ${formatDistanceToNow(new Date(takenAt), { addSuffix: true })}`}
          </Text>
        </View>
        <IconButton icon="delete-outline" label={`Delete the snapshot ${name}`} onPress={onRemove} />
      </View>
      <Text kind="small">{changed}</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Compare"
          icon="compare"
          accessibilityLabel={`Compare with ${name}`}
          onPress={onCompare}
        />
        <Button
          label="Return to it"
          icon="undo-variant"
          accessibilityLabel={`Return to ${name}`}
          onPress={onReturn}
        />
      </View>
    </View>
  );
}

/** What was changed between two states, a moment after they are on the screen: each takes some milliseconds. */
function useChangedWords(state: Calibration, next: Calibration): string {
  const [words, setWords] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setWords(changedSinceWords(differences(state, next))));
    return () => clearTimeout(timer);
  }, [state, next]);
  return words;
}
