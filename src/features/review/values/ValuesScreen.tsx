import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ledger, type LedgerEntry, wayTo } from '@/core/checks';
import { useDocument } from '@/data/session/session';
import { setSources } from '@/data/session/useField';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { SourceSheet } from '@/ui/field/SourceSheet';
import { BackTitle, Page } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ValueRow } from './ValueRow';
import { ledgerGroups, LIFE_TITLE, shareWords, SHOWN, type Shown } from './ledgerGroups';

/** What is asked to be vouched for: one value, or all that are shown of a section. */
interface Asked {
  readonly label: string;
  readonly entries: readonly LedgerEntry[];
}

/** Every value with where it comes from: those the engine lives on first; vouched for one by one or a section at once. */
export function ValuesScreen() {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [shown, show] = useState<Shown>('guesses');
  const [asked, ask] = useState<Asked | null>(null);
  const entries = useMemo(() => ledger(document), [document]);
  const groups = ledgerGroups(entries, shown);
  const first = asked?.entries[0];
  return (
    <Page>
      <BackTitle
        title="Where values come from"
        backLabel="Back to Review"
        onBack={() => router.navigate(`/c/${id}/review`)}
      />
      <Text kind="lead">{`${shareWords(entries)} are vouched for.`}</Text>
      <Chips label="Shown" options={SHOWN} value={shown} onChange={show} />
      {groups.length === 0 ? <Text colour="muted">No value is like that.</Text> : null}
      {groups.map(({ title, entries: listed, all }) => (
        <View key={title} role="region" aria-label={title} style={{ gap: SPACE.s }}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
            <View style={{ flex: 1 }}>
              <Heading level={3}>{title}</Heading>
              <Text kind="small" colour="muted">{`${shareWords(all)} vouched for`}</Text>
            </View>
            {listed.length < 2 || title === LIFE_TITLE ? null : (
              <Button
                label="Vouch for all"
                accessibilityLabel={`Vouch for all ${listed.length} of ${title}`}
                onPress={() => ask({ label: `${listed.length} values of ${title}`, entries: listed })}
              />
            )}
          </View>
          {listed.map((entry) => (
            <ValueRow
              key={entry.place}
              entry={entry}
              onGo={() => router.navigate(`/c/${id}/${wayTo(entry.place)}` as '/')}
              onSource={() =>
                entry.place === 'pins.ecu'
                  ? router.navigate(`/c/${id}/${wayTo(entry.place)}` as '/')
                  : ask({ label: entry.label, entries: [entry] })
              }
            />
          ))}
        </View>
      ))}
      {asked === null || first === undefined ? null : (
        <SourceSheet
          label={asked.label}
          source={first.source}
          onClose={() => ask(null)}
          onChange={(kind, note) =>
            setSources(
              asked.entries.flatMap(({ place }) => (place === 'pins.ecu' ? [] : [place])),
              asked.label,
              kind,
              note,
            )
          }
        />
      )}
    </Page>
  );
}
