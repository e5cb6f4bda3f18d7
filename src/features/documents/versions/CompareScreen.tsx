import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import type { Place } from '@/core/checks';
import { type Difference, differences, type Merge, mergeOf, putPlaces } from '@/core/compare';
import { useCompared } from '@/data/session/compared';
import { keptEdit } from '@/data/session/keptEdit';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { BackTitle, Docked, Message, Page, StateMark } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { CORNER, SPACE, TARGET, useRoles } from '@/ui/theme';
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
    />
  );
}

interface ComparedProps {
  id: string;
  title: React.ReactNode;
  name: string;
  other: Calibration;
  ancestor: { readonly name: string; readonly document: Calibration } | null;
}

function Compared({ id, title, name, other, ancestor }: ComparedProps) {
  const router = useRouter();
  const document = useDocument();
  const [chosen, choose] = useState<ReadonlySet<Place>>(new Set());
  const found = useMemo(() => differences(document, other), [document, other]);
  const merge = useMemo(
    () => (ancestor === null ? null : mergeOf(ancestor.document, document, other)),
    [ancestor, document, other],
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
  const sections = [...new Set(found.map(({ section }) => section))];
  return (
    <Page>
      {title}
      <Text kind="lead" role="status">
        {countWords(found.length, name)}
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
          <Heading level={3}>{section}</Heading>
          {found
            .filter((difference) => difference.section === section)
            .map((difference) => (
              <Row
                key={difference.place}
                difference={difference}
                chosen={chosen.has(difference.place)}
                clashes={merge?.clashing.includes(difference.place) ?? false}
                onToggle={() => toggle(difference.place)}
                onMap={
                  difference.detail === null || !difference.place.startsWith('maps.')
                    ? null
                    : () => router.navigate(`/c/${id}/${difference.place.replace('.', '/')}` as '/')
                }
              />
            ))}
        </View>
      ))}
      {there.length === 0 ? null : (
        <Docked label="Take over">
          <Button
            label={`Take over ${there.length === 1 ? 'this one' : `these ${there.length}`}`}
            kind="primary"
            icon="check"
            onPress={() => take(there.map(({ place }) => place))}
          />
        </Docked>
      )}
    </Page>
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

interface RowProps {
  difference: Difference;
  chosen: boolean;
  /** Both sides changed it, to different things. */
  clashes: boolean;
  onToggle: () => void;
  /** Shows the two maps on their own page; null for what is none. */
  onMap: (() => void) | null;
}

function Row({ difference, chosen, clashes, onToggle, onMap }: RowProps) {
  const roles = useRoles();
  const { label, own, other, detail } = difference;
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        borderWidth: chosen ? 2 : 1,
        margin: chosen ? 0 : 1,
        borderColor: chosen ? roles.accent : roles.line,
        borderRadius: CORNER.field,
        backgroundColor: roles.surface,
      }}
    >
      <Pressable
        role="checkbox"
        aria-checked={chosen}
        aria-label={label}
        onPress={onToggle}
        style={{
          flex: 1,
          minWidth: 0,
          minHeight: TARGET,
          flexDirection: 'row',
          alignItems: 'center',
          gap: SPACE.m,
          padding: SPACE.m,
        }}
      >
        <Icon
          name={chosen ? 'check-circle-outline' : 'circle-outline'}
          size={24}
          color={chosen ? roles.accent : roles.muted}
        />
        <View style={{ flex: 1, minWidth: 0, gap: 2 }}>
          <Text kind="strong">{label}</Text>
          {own === other && detail !== null ? null : (
            <Text kind="number">{`${own ?? 'not there'} → ${other ?? 'not there'}`}</Text>
          )}
          {detail === null ? null : (
            <Text kind="small" colour="muted">
              {detail}
            </Text>
          )}
          {clashes ? <StateMark tone="warning" label="Changed on both sides" /> : null}
        </View>
      </Pressable>
      {onMap === null ? null : (
        <Button label="Look" icon="compare" accessibilityLabel={`Look at both ${label}`} onPress={onMap} />
      )}
    </View>
  );
}
