import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Calibration, MapKey } from '@/core/calibration';
import type { Place } from '@/core/checks';
import { type Difference, differences, mapKeyOf, type Merge, mergeOf, putPlaces } from '@/core/compare';
import { compareWith, useCompared } from '@/data/session/compared';
import { keptEdit } from '@/data/session/keptEdit';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { useSnapshots } from '@/data/store/queries';
import type { Snapshot } from '@/data/store/record';
import { BackTitle, Docked, Message, Page } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { DifferenceRow } from './DifferenceRow';
import { FirstSide } from './FirstSide';
import { MapPairSheet } from './MapPairSheet';
import { SendPlaces } from './SendPlaces';
import { countWords, mergeWords } from './versionWords';

/** What differs between the open calibration and another, place by place; what is chosen is taken over. */
export function CompareScreen() {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const compared = useCompared();
  const title = (
    <BackTitle
      title="Compare"
      backLabel="Back to the versions"
      onBack={() => router.navigate(`/c/${id}/versions` as '/')}
    />
  );
  if (compared.id !== id || compared.document === null) {
    return (
      <Page>
        {title}
        <Message
          tone="plain"
          actions={<Button label="Choose one" onPress={() => router.navigate(`/c/${id}/versions` as '/')} />}
        >
          Nothing is compared. Choose a snapshot, another calibration or a file.
        </Message>
      </Page>
    );
  }
  return (
    <Compared
      id={id}
      title={title}
      name={compared.name}
      other={compared.document}
      ancestor={compared.ancestor}
      runs={compared.runs}
    />
  );
}

interface ComparedProps {
  id: string;
  title: React.ReactNode;
  name: string;
  other: Calibration;
  ancestor: { readonly name: string; readonly document: Calibration } | null;
  runs: boolean;
}

function Compared({ id, title, name, other, ancestor, runs }: ComparedProps) {
  const router = useRouter();
  const document = useDocument();
  const snapshots = useSnapshots(id);
  const [state, setState] = useState<Snapshot | null>(null);
  const [chosen, choose] = useState<ReadonlySet<Place>>(new Set());
  const [looked, look] = useState<MapKey | null>(null);
  const first = state?.document ?? document;
  const found = useMemo(() => differences(first, other), [first, other]);
  const merge = useMemo(
    () => (ancestor === null || state !== null ? null : mergeOf(ancestor.document, document, other)),
    [ancestor, state, document, other],
  );
  const there = found.filter(({ place }) => chosen.has(place));
  const take = (places: readonly Place[]) => {
    void keptEdit(
      `Take ${places.length === 1 ? '1 place' : `${places.length} places`} from “${name}”`,
      (draft) => putPlaces(draft as Calibration, other, places),
    );
    choose(new Set());
  };
  const toggle = (place: Place) => {
    const next = new Set(chosen);
    if (!next.delete(place)) next.add(place);
    choose(next);
  };
  const toggleAll = (of: readonly Difference[]) => {
    const next = new Set(chosen);
    const all = of.every(({ place }) => next.has(place));
    for (const { place } of of) {
      if (all) next.delete(place);
      else next.add(place);
    }
    choose(next);
  };
  const sections = [...new Set(found.map(({ section }) => section))];
  return (
    <Page>
      {title}
      <FirstSide
        states={snapshots.data ?? []}
        chosen={state}
        onChoose={(next) => {
          setState(next);
          choose(new Set());
        }}
      />
      <Text kind="lead" role="status">
        {countWords(found.length, name, state?.name ?? null)}
      </Text>
      {merge === null || ancestor === null ? null : (
        <MergeWays merge={merge} ancestor={ancestor.name} onTake={take} />
      )}
      {found.length < 2 ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label={there.length === found.length ? 'Choose none' : 'Choose all'}
            onPress={() =>
              choose(there.length === found.length ? new Set() : new Set(found.map(({ place }) => place)))
            }
          />
        </View>
      )}
      {sections.map((section) => (
        <View key={section} role="region" aria-label={section} style={{ gap: SPACE.s }}>
          <SectionHead
            section={section}
            found={found.filter((difference) => difference.section === section)}
            chosen={chosen}
            onToggle={toggleAll}
          />
          {found
            .filter((difference) => difference.section === section)
            .map((difference) => {
              const key = difference.detail === null ? null : mapKeyOf(difference.place);
              return (
                <DifferenceRow
                  key={difference.place}
                  difference={difference}
                  chosen={chosen.has(difference.place)}
                  clashes={merge?.clashing.includes(difference.place) ?? false}
                  onToggle={() => toggle(difference.place)}
                  onMap={
                    key === null
                      ? null
                      : // The page of a map compares what is open; two others are laid beside each other here.
                        () => (state === null ? router.navigate(`/c/${id}/maps/${key}` as '/') : look(key))
                  }
                />
              );
            })}
        </View>
      ))}
      {there.length === 0 ? null : (
        <Docked label="Take over">
          <View style={{ gap: SPACE.s }}>
            <Button
              label={`Take over ${there.length === 1 ? 'this one' : `these ${there.length}`}`}
              kind="primary"
              icon="check"
              onPress={() => take(there.map(({ place }) => place))}
            />
            {runs && state === null ? (
              <SendPlaces
                id={id}
                screen={document}
                places={there.map(({ place }) => place)}
                onSent={(now) => {
                  compareWith(id, name, now, ancestor, true);
                  choose(new Set());
                }}
              />
            ) : null}
          </View>
        </Docked>
      )}
      {looked === null || state === null ? null : (
        <MapPairSheet
          mapKey={looked}
          first={{ name: state.name, document: state.document }}
          second={{ name, document: other }}
          onClose={() => look(null)}
        />
      )}
    </Page>
  );
}

/** The name of a section; with several differences, all of them are chosen at once. */
function SectionHead({
  section,
  found,
  chosen,
  onToggle,
}: {
  section: string;
  found: readonly Difference[];
  chosen: ReadonlySet<Place>;
  onToggle: (of: readonly Difference[]) => void;
}) {
  const all = found.every(({ place }) => chosen.has(place));
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
      <Heading level={3}>{section}</Heading>
      {found.length < 2 ? null : (
        <Button
          label={all ? 'None' : `All ${found.length}`}
          accessibilityLabel={all ? `Choose none of ${section}` : `Choose all ${found.length} of ${section}`}
          onPress={() => onToggle(found)}
        />
      )}
    </View>
  );
}

/** What each side changed since the state both come from; what only the other changed is one tap away. */
function MergeWays({
  merge,
  ancestor,
  onTake,
}: {
  merge: Merge;
  ancestor: string;
  onTake: (places: readonly Place[]) => void;
}) {
  const { other, clashing } = merge;
  return (
    <Message
      tone={clashing.length > 0 ? 'warning' : 'plain'}
      {...(other.length === 0
        ? {}
        : {
            actions: (
              <Button
                label={
                  other.length === 1
                    ? 'Take the one that only it changed'
                    : `Take the ${other.length} that only it changed`
                }
                icon="auto-fix"
                onPress={() => onTake(other)}
              />
            ),
          })}
    >
      {`${mergeWords(merge, ancestor)}${clashing.length > 0 ? ' Choose those below.' : ''}`}
    </Message>
  );
}
