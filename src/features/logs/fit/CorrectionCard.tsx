import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { putMap } from '@/core/calibration';
import {
  type CorrectedCell,
  correctedCells,
  type CorrectionChoice,
  leftInCells,
  type LoggedMapId,
  type LogFit,
  MOST_AT_ONCE,
} from '@/core/log';
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
import { Card, Message } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { fitSentences, isDriven, isRight, leftOutWords } from './logWords';

interface Props {
  fit: LogFit;
  /** What a log says that was kept apart; null without one. */
  kept: LogFit | null;
  map: MapData;
  mapId: LoggedMapId;
  /** What counts as right, a share. */
  tolerance: number;
  /** What is likely behind it beside the map; null where nothing is. */
  cause: string | null;
  /** What the source of the cells says of the log. */
  note: string;
}

/** The correction as a proposal: cell by cell, or by the one factor that was recognised. */
export function CorrectionCard({ fit, kept, map, mapId, tolerance, cause, note }: Props) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [open, setOpen] = useState(false);
  const [wanted, setWanted] = useState<'cells' | 'factor' | null>(null);
  const [most, setMost] = useState<number>(MOST_AT_ONCE);
  const [reach, setReach] = useState<Reach>('evidence');
  const by =
    wanted === 'factor' && fit.factor === null
      ? 'cells'
      : (wanted ?? (fit.factor === null ? 'cells' : 'factor'));
  const definition = MAP_DEFINITIONS[mapId];
  const proposal = useMemo<MapProposal>(() => {
    const choice = { by, most, beyond: reach === 'beyond' };
    const changes = correctedCells(map.values, fit, choice, definition);
    const after = putCells(map, changes, note);
    return {
      mapId,
      before: map,
      after,
      reasons: [...reasonsOf(fit, choice, tolerance), ...predicted(fit, kept, map, after)],
      evidence: Array.from(fit.cells.evidenceS),
    };
  }, [map, fit, kept, by, most, reach, tolerance, definition, mapId, note]);
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
        {cause === null ? null : <CauseFirst cause={cause} />}
        <Text>
          {isRight(fit, tolerance)
            ? isDriven(fit)
              ? `Right as it was driven. ${moved} cells would still move, each by less than counts as wrong.`
              : `Send it, store it and drive it before the last ${moved} cells are moved.`
            : `${moved} of ${map.values.length} cells would move. Nothing changes until you accept.`}
        </Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label="Look at the correction"
            kind={isRight(fit, tolerance) ? 'secondary' : 'primary'}
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
        <View style={{ gap: SPACE.s }}>
          {cause === null ? null : <CauseFirst cause={cause} />}
          {fit.factor === null ? null : (
            <Chips label="Correct by" options={BY} value={by} onChange={setWanted} />
          )}
          <Text kind="small" colour="muted">
            No cell moves further at once than
          </Text>
          <Chips
            label="No cell moves further at once than"
            options={STEPS.map((step) => ({ id: String(step), label: `${100 * step} %` }))}
            value={String(most)}
            onChange={(id) => setMost(Number(id))}
          />
          {by === 'factor' ? null : (
            <>
              <Text kind="small" colour="muted">
                Cells without evidence
              </Text>
              <Chips label="Cells without evidence" options={REACHES} value={reach} onChange={setReach} />
            </>
          )}
        </View>
      }
      onAccept={accept}
      onRefuse={() => setOpen(false)}
    />
  );
}

const BY = [
  { id: 'factor', label: 'One factor for the whole map' },
  { id: 'cells', label: 'Cell by cell' },
] as const;
/** The largest steps that are offered, shares. */
const STEPS = [0.05, 0.1, MOST_AT_ONCE] as const;
const REACHES = [
  { id: 'evidence', label: 'Stay as they are' },
  { id: 'beyond', label: 'Follow the surface, marked as a guess' },
] as const;
type Reach = (typeof REACHES)[number]['id'];

function CauseFirst({ cause }: { cause: string }) {
  return (
    <Message tone="warning">
      {`Another cause is likely behind it: ${inSentence(cause)}. Mend that first; a correction would hide it in the map, and it would come back with another voltage or load.`}
    </Message>
  );
}

/** A map with cells put in; those that nothing was found of are a guess, and say so. */
function putCells(map: MapData, changes: readonly CorrectedCell[], note: string): MapData {
  const date = today();
  const evidenced = changes.filter(({ isBeyond }) => !isBeyond);
  const beyond = changes.filter(({ isBeyond }) => isBeyond);
  const corrected =
    evidenced.length === 0 ? map : withCells(map, evidenced, { kind: 'computed', date, note });
  return beyond.length === 0
    ? corrected
    : withCells(corrected, beyond, { kind: 'estimated', date, note: `Beyond the evidence. ${note}` });
}

/** What the correction would leave over, in these logs and in one that was kept apart. */
function predicted(fit: LogFit, kept: LogFit | null, before: MapData, after: MapData): Reason[] {
  const sentence = (of: LogFit, where: string): Reason[] => {
    const [was, is] = [leftInCells(of, before, before), leftInCells(of, before, after)];
    if (Number.isNaN(was)) return [];
    return [
      {
        text: `${where} it leaves ${formatNumber(100 * is, 1)} % of ${formatNumber(100 * was, 1)} % over.`,
        formula: '√(Σ w·(error − ln(after ÷ before))² ÷ Σ w)',
      },
    ];
  };
  return [
    ...sentence(fit, 'In what it was made from'),
    ...(kept === null ? [] : sentence(kept, 'In the log kept apart')),
  ];
}

function reasonsOf(fit: LogFit, { by, most, beyond }: CorrectionChoice, tolerance: number): Reason[] {
  const left = leftOutWords(fit);
  const how: Reason =
    by === 'factor'
      ? {
          text: `One factor of ${formatNumber(Math.exp(fit.factor?.change ?? 0), 3)} for every cell, those that were not visited too.`,
          formula: 'filling × factor',
        }
      : {
          text: `The smooth surface that fits the errors best, each weighed by how steady it was; cells that were not visited ${beyond ? 'follow it, marked as a guess' : 'stay'}, and none moves further than ${formatNumber(100 * most, 0)} % at once.`,
          formula: 'min Σ w·ρ(B·x − ln(λ measured ÷ λ target)) + α‖D·x‖²',
        };
  return [
    how,
    ...fitSentences(fit, tolerance).map(({ text }) => ({ text })),
    ...(left.length === 0 ? [] : [{ text: `Left out: ${left.join('; ')}.` }]),
  ];
}
