import { inSentence } from '@/core/units';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import { fieldInfo, putMap } from '@/core/calibration';
import { type MapProposalOf, missingMaps, staleMaps, type MissingMaps } from '@/core/generators';
import { acceptedMap } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { keptEdit } from '@/data/session/keptEdit';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Thumbnail } from '@/ui/grid';
import { BackTitle, Card, Docked, Page } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ChoiceBar } from './ChoiceBar';
import { useGeneratorChoices } from './choices';
import { MissingWays } from './MissingWays';
import { rangeText } from './rangeText';

/** Puts proposals into the document as one step that can be undone. */
function accept(proposals: readonly MapProposalOf[]): void {
  const [first] = proposals;
  if (first === undefined) return;
  const words =
    proposals.length === 1
      ? `Accept all of the ${inSentence(MAP_DEFINITIONS[first.mapId].label)} proposal`
      : `Accept the proposals of ${proposals.length} maps`;
  void (proposals.length === 1 ? edit : keptEdit)(words, (draft) => {
    for (const proposal of proposals) putMap(draft, proposal.mapId, acceptedMap(proposal, null));
  });
}

/** Which maps are proposed together, and what is said of that. */
const LISTS = {
  missing: {
    maps: missingMaps,
    title: 'What is missing',
    none: 'Nothing is missing',
    noneWords: 'Every map that this calibration uses is there.',
  },
  stale: {
    maps: staleMaps,
    title: 'Computed for other data',
    none: 'Nothing is out of date',
    noneWords: 'Every computed map belongs to the engine as it is described now.',
  },
} as const;

/** Every map in use that is not there. */
export function MissingMapsScreen() {
  return <ProposedMaps of="missing" />;
}

/** Every map in use that was computed for another engine than the one described now. */
export function StaleMapsScreen() {
  return <ProposedMaps of="stale" />;
}

/** Maps with what they would be and why; accepted together or one by one. */
function ProposedMaps({ of }: { of: keyof typeof LISTS }) {
  const { maps, title, none, noneWords } = LISTS[of];
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [choices, choose] = useGeneratorChoices(document);
  const { firstRun, cams, use } = choices;
  const { proposals, waiting } = useMemo(
    () => maps(document, { firstRun, cams, use }, today()),
    [maps, document, firstRun, cams, use],
  );
  const toMaps = () => router.navigate(`/c/${id}/maps`);
  return (
    <Page>
      <BackTitle title={title} backLabel="Back to the maps" onBack={toMaps} />
      {proposals.length === 0 && waiting.length === 0 ? (
        <NothingToDo
          title={none}
          words={noneWords}
          onReview={() => router.navigate(`/c/${id}/review/start`)}
        />
      ) : null}
      {proposals.length === 0 ? null : (
        <Card title="For every map" intro="What is chosen here makes all of them anew at once.">
          <ChoiceBar choices={choices} onChange={choose} />
        </Card>
      )}
      {proposals.map((proposal) => (
        <ProposedMap
          key={proposal.mapId}
          proposal={proposal}
          onAccept={() => accept([proposal])}
          onOpen={() => router.navigate(`/c/${id}/maps/${proposal.mapId}?propose=yes` as '/')}
        />
      ))}
      <Waiting waiting={waiting} onGo={(place) => router.navigate(`/c/${id}/${place}` as '/')} />
      {proposals.length === 0 ? null : (
        <Docked label="What becomes of the proposals">
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            <Button
              label={`Accept all ${proposals.length}`}
              kind="primary"
              icon="check"
              onPress={() => {
                accept(proposals);
                if (waiting.length === 0) toMaps();
              }}
            />
            <Button label="Not now" onPress={toMaps} />
          </View>
        </Docked>
      )}
    </Page>
  );
}

function NothingToDo({ title, words, onReview }: { title: string; words: string; onReview: () => void }) {
  return (
    <Card title={title}>
      <Text>{words}</Text>
      <View style={{ flexDirection: 'row' }}>
        <Button label="Try a dry start" kind="primary" icon="arrow-right" onPress={onReview} />
      </View>
    </Card>
  );
}

const PICTURE = { width: 84, height: 60 } as const;

/** One proposal of the list: its picture, its range and its first reason. */
function ProposedMap({
  proposal,
  onAccept,
  onOpen,
}: {
  proposal: MapProposalOf;
  onAccept: () => void;
  onOpen: () => void;
}) {
  const { label, unit, decimals } = MAP_DEFINITIONS[proposal.mapId];
  const { after, reasons } = proposal;
  return (
    <Card>
      <View role="group" aria-label={label} style={{ gap: SPACE.s }}>
        <View style={{ flexDirection: 'row', gap: SPACE.m, alignItems: 'flex-start' }}>
          <Thumbnail map={after} {...PICTURE} />
          <View style={{ flex: 1, minWidth: 0, gap: 2 }}>
            <Text kind="strong">{label}</Text>
            <Text kind="number" colour="muted">
              {rangeText(after.values, decimals, unit)}
            </Text>
            <Text kind="small">{reasons[0]?.text ?? ''}</Text>
          </View>
        </View>
        <View style={{ flexDirection: 'row', gap: SPACE.s }}>
          <Button label="Accept" accessibilityLabel={`Accept ${label}`} icon="check" onPress={onAccept} />
          <Button
            label="Look at it"
            accessibilityLabel={`Look at the proposal for ${label}`}
            kind="plain"
            onPress={onOpen}
          />
        </View>
      </View>
    </Card>
  );
}

/** Maps that cannot be proposed yet, by what they wait for. */
function Waiting({ waiting, onGo }: { waiting: MissingMaps['waiting']; onGo: (place: string) => void }) {
  if (waiting.length === 0) return null;
  const fields = [...new Set(waiting.flatMap(({ missing }) => missing))];
  const names = waiting.map(({ mapId }) => inSentence(MAP_DEFINITIONS[mapId].label));
  return (
    <Card title="Waiting for the engine’s description">
      <Text>{`Not to be proposed yet: ${names.join(', ')}.`}</Text>
      <Text colour="muted">{`Still empty: ${fields.map((path) => inSentence(fieldInfo(path)?.label ?? path)).join(', ')}.`}</Text>
      <MissingWays fields={fields} onGo={onGo} />
    </Card>
  );
}
