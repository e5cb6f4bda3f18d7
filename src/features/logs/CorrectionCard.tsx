import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { putMap } from '@/core/calibration';
import { correctedCells, type FillingMapId, type LogFit, MOST_AT_ONCE } from '@/core/log';
import {
  acceptedMap,
  type CellRange,
  type MapData,
  type MapProposal,
  type Reason,
  withCells,
} from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber, inSentence } from '@/core/units';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { Card } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { fitSentences, isDriven, isRight, leftOutWords } from './logWords';

interface Props {
  fit: LogFit;
  map: MapData;
  mapId: FillingMapId;
  /** What the source of the cells says of the log. */
  note: string;
}

/** The correction as a proposal: cell by cell, or by the one factor that was recognised. */
export function CorrectionCard({ fit, map, mapId, note }: Props) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [open, setOpen] = useState(false);
  const [wanted, setWanted] = useState<'cells' | 'factor' | null>(null);
  const by =
    wanted === 'factor' && fit.factor === null
      ? 'cells'
      : (wanted ?? (fit.factor === null ? 'cells' : 'factor'));
  const definition = MAP_DEFINITIONS[mapId];
  const proposal = useMemo<MapProposal>(() => {
    const changes = correctedCells(map.values, fit, { by, most: MOST_AT_ONCE }, definition);
    const source = { kind: 'computed', date: today(), note } as const;
    return {
      mapId,
      before: map,
      after: changes.length === 0 ? map : withCells(map, changes, source),
      reasons: reasonsOf(fit, by),
      evidence: Array.from(fit.cells.evidenceS),
    };
  }, [map, fit, by, definition, mapId, note]);
  const moved = proposal.after.values.filter((value, i) => value !== map.values[i]).length;
  const accept = (range: CellRange | null) => {
    const next = acceptedMap(proposal, range);
    edit(`Correct ${inSentence(definition.label)} from a log`, (draft) => putMap(draft, mapId, next));
    if (range === null) setOpen(false);
  };
  const bench = (
    <Button label="To the bench" icon="arrow-right" onPress={() => router.navigate(`/c/${id}/bench`)} />
  );
  if (moved === 0) {
    return (
      <Card title="Correction">
        <Text>Nothing to correct: the map on the screen is what this log asks for.</Text>
        <Text kind="small" colour="muted">
          Send it to the engine computer from the bench, store it there, and drive again.
        </Text>
        <View style={{ flexDirection: 'row' }}>{bench}</View>
      </Card>
    );
  }
  if (!open) {
    return (
      <Card title="Correction">
        <Text>
          {isRight(fit)
            ? isDriven(fit)
              ? `Right as it was driven. ${moved} cells would still move, each by less than counts as wrong.`
              : `Send it, store it and drive it before the last ${moved} cells are moved.`
            : `${moved} of ${map.values.length} cells would move. Nothing changes until you accept.`}
        </Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label="Look at the correction"
            kind={isRight(fit) ? 'secondary' : 'primary'}
            icon="auto-fix"
            onPress={() => setOpen(true)}
          />
          {bench}
        </View>
      </Card>
    );
  }
  return (
    <ProposalView
      definition={definition}
      proposal={proposal}
      choices={
        fit.factor === null ? undefined : (
          <Chips
            label="Correct by"
            options={[
              { id: 'factor', label: 'One factor for the whole map' },
              { id: 'cells', label: 'Cell by cell' },
            ]}
            value={by}
            onChange={setWanted}
          />
        )
      }
      onAccept={accept}
      onRefuse={() => setOpen(false)}
    />
  );
}

function reasonsOf(fit: LogFit, by: 'cells' | 'factor'): Reason[] {
  const left = leftOutWords(fit);
  const how: Reason =
    by === 'factor'
      ? {
          text: `One factor of ${formatNumber(Math.exp(fit.factor?.change ?? 0), 3)} for every cell, those that were not visited too.`,
          formula: 'filling × factor',
        }
      : {
          text: `The smooth surface that fits the errors best, each weighed by how steady it was; cells that were not visited stay, and none moves further than ${formatNumber(100 * MOST_AT_ONCE, 0)} % at once.`,
          formula: 'min Σ w·ρ(B·x − ln(λ measured ÷ λ target)) + α‖D·x‖²',
        };
  return [
    how,
    ...fitSentences(fit).map(({ text }) => ({ text })),
    ...(left.length === 0 ? [] : [{ text: `Left out: ${left.join('; ')}.` }]),
  ];
}
