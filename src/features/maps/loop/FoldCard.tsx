import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { blendsFuels, type Calibration } from '@/core/calibration';
import { cellsFrom } from '@/core/ecuImage';
import { learnedFold, type LearnedFold, leftLearned } from '@/core/learnedFold';
import { acceptedMap, type CellRange, type MapData } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { foldLearned, useEcu } from '@/data/ecu/ecuSession';
import { keptEdit } from '@/data/session/keptEdit';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { foldWords } from './foldWords';
import type { Learned } from './useLearned';

interface Props {
  document: Calibration;
  learned: Learned;
}

/** What was learned as a proposal for the map, put in here and in the engine computer in one moment. */
export function FoldCard({ document, learned }: Props) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [open, setOpen] = useState(false);
  const [isOther, setIsOther] = useState(false);
  const doing = useEcu((state) => state.doing);
  const isLive = learned.readAt === null;
  const fold = learnedFold(document, learned, today());
  const running = useEcu((state) =>
    fold === null ? null : (state.running[`maps.${fold.proposal.mapId}`] as MapData | null | undefined),
  );
  if (blendsFuels(document)) {
    return (
      <Message tone="plain">
        Two maps are blended, and trims do not tell which of them they are about: log a drive on each fuel,
        and correct the map that it is.
      </Message>
    );
  }
  if (fold === null) return null;
  const { mapId, before } = fold.proposal;
  const { label } = MAP_DEFINITIONS[mapId];
  const words = foldWords(fold);
  const runs = running ?? null;
  // Fuel stays as it is only where the map that runs is the one that is here.
  const same = before !== null && runs !== null && cellsFrom(before, runs)?.length === 0;
  const accept = async (shown: LearnedFold, range: CellRange | null) => {
    if (before === null || runs === null) return;
    let folded = before;
    const done = await foldLearned((now) => {
      const latest = learnedFold(document, now, today());
      if (latest?.by !== shown.by) return null;
      folded = acceptedMap(latest.proposal, range);
      const cells = cellsFrom(folded, runs) ?? [];
      const left = leftLearned(document, now, before, folded);
      return {
        map: { id: mapId, cells, wanted: folded },
        left: { ln: [...left.ln], evidenceS: [...left.evidenceS] },
      };
    });
    setIsOther(!done && useEcu.getState().failure === null);
    if (!done) return;
    await keptEdit(`Put what was learned into ${label}`, (draft) => {
      draft.maps[mapId] = folded;
    });
    if (range === null) setOpen(false);
  };
  if (open && isLive && same) {
    return (
      <ProposalView
        definition={MAP_DEFINITIONS[mapId]}
        proposal={fold.proposal}
        whole={fold.by === 'factor'}
        choices={<FoldWords fold={fold} />}
        onAccept={(range) => void accept(fold, range)}
        onRefuse={() => setOpen(false)}
      />
    );
  }
  return (
    <Card title={`Into ${label}`}>
      <FoldWords fold={fold} />
      {isOther ? (
        <Message tone="warning">Something else has been learned meanwhile: look at it again.</Message>
      ) : null}
      {!isLive ? (
        <Text colour="muted">
          Connect at the bench to put it into the map: the map and what stays learned change in the engine
          computer in one moment, so that fuel does not jump.
        </Text>
      ) : same ? null : (
        <Text colour="muted">{`Send ${label} first: another one runs than stands here.`}</Text>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {isLive && same ? (
          <Button
            label={words.open}
            icon="auto-fix"
            kind="primary"
            disabled={doing !== null}
            onPress={() => setOpen(true)}
          />
        ) : null}
        {fold.by === 'factor' ? (
          <Button
            label="Look at the injectors"
            icon="arrow-right"
            onPress={() => router.navigate(`/c/${id}/build/injectors` as '/')}
          />
        ) : null}
      </View>
    </Card>
  );
}

function FoldWords({ fold }: { fold: LearnedFold }) {
  const { warning, facts } = foldWords(fold);
  return (
    <>
      {warning === null ? null : <Message tone="warning">{warning}</Message>}
      {facts.map((fact) => (
        <Text key={fact}>{fact}</Text>
      ))}
    </>
  );
}
