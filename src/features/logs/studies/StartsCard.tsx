import { usualStartOf } from '@/core/generators';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { type Calibration, compile, putMap } from '@/core/calibration';
import type { MapTask } from '@/core/log';
import {
  seenStarts,
  START_CURVES,
  type StartCurveOf,
  startCurvesOf,
  type StartsAsk,
  type StartStudy,
} from '@/core/logStudies';
import { acceptedMap, withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Message, Sentences } from '@/ui/layout';
import { startStartStudy } from '@/workers/logFitClient';
import type { ReadDrive } from '../fit/useDrives';
import { startRefusalWords, startStudyWords } from './startWords';
import { StudyCard, type StudyProposal } from './StudyCard';
import { useLook } from '@/ui/look/useLook';

interface Props {
  drives: readonly ReadDrive[];
  /** What the warm map is; null where fuel is metered by none. */
  task: MapTask | null;
  /** What the source of the cells says of the logs. */
  note: string;
}

/** What the starts in logs asked for; begun by hand, and nothing where there is none. */
export function StartsCard({ drives, task, note }: Props) {
  const document = useDocument();
  const [asked, setAsked] = useState(false);
  const hasStart = useMemo(() => drives.some(({ log }) => seenStarts(log).length > 0), [drives]);
  const ask = useMemo((): StartsAsk | null => {
    const compiled = compile(document);
    const fuel = document.engine.fuel?.value ?? null;
    if (!compiled.ok || fuel === null) return null;
    return { task, now: startCurvesOf(compiled.program), usual: usualStartOf(fuel), limits: LIMITS };
  }, [document, task]);
  const begin = useMemo(() => {
    if (!asked || ask === null) return null;
    const started = drives.map(({ log, then, curves }) => ({
      log,
      then,
      curves: curves === 'now' ? ask.now : curves,
    }));
    return () => startStartStudy(started, ask);
  }, [asked, drives, ask]);
  const { answer, failure } = useLook(begin);
  if (!hasStart) return null;
  const study = answer?.study ?? null;
  return (
    <StudyCard
      title="Starts"
      intro="What each start says of cranking fuel, after-start and warm-up. Read several together, cold and less cold, also those before the last correction: each is held against the curves it had."
      proposes={study?.ok === true ? proposalsOf(document, study, note) : []}
    >
      {asked ? null : (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Study the starts" icon="auto-fix" onPress={() => setAsked(true)} />
        </View>
      )}
      {asked && drives.some(({ curves }) => curves === 'now') ? (
        <Message tone="warning">
          With one of these logs no calibration is kept: it is read as started with the curves as they are
          now.
        </Message>
      ) : null}
      {asked && ask === null ? (
        <Message tone="warning">
          This calibration is not complete: what it gave at a start is not known. Build and Review say what is
          missing.
        </Message>
      ) : null}
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {begin !== null && study === null && failure === null ? (
        <ActivityIndicator accessibilityLabel="Looking at the starts" />
      ) : null}
      {study?.ok === false ? <Message tone="warning">{startRefusalWords(study)}</Message> : null}
      {study?.ok === true ? <Sentences sentences={startStudyWords(study)} /> : null}
    </StudyCard>
  );
}

/** Of the definitions what a worker can be sent. */
const LIMITS = Object.fromEntries(
  START_CURVES.map((id) => {
    const { min, max, decimals } = MAP_DEFINITIONS[id];
    return [id, { min, max, decimals }];
  }),
) as StartsAsk['limits'];

const REASONS: Readonly<Record<StartCurveOf, { readonly text: string; readonly formula: string }>> = {
  cranking: {
    text: 'What most likely fires at the first chance and does not drown, by how each start went, held against what is usual of the fuel.',
    formula: 'charge k of a cylinder arrives with 1 − X + what left the wall since',
  },
  afterStart: {
    text: 'What brings lambda to its target from the moment it runs, beside warm-up, and leaves no hole as running fuel takes over.',
    formula: 'needed = given · measured lambda ÷ target',
  },
  afterStartDecay: {
    text: 'What fades is told from what lasts by when it is seen.',
    formula: 'needed = warm-up · (1 + (after-start − 1) · (1 − t ÷ decay))',
  },
  warmUp: {
    text: 'What lasts of what cold running needed beside the warm map.',
    formula: 'needed = given · measured lambda ÷ target',
  },
};

/** The cells that a study would move, curve by curve. */
function proposalsOf(document: Calibration, { cells }: StudiedStarts, note: string): StudyProposal[] {
  return START_CURVES.flatMap((mapId) => {
    const map = document.maps[mapId];
    if (map === null || cells[mapId].length === 0) return [];
    const definition = MAP_DEFINITIONS[mapId];
    const proposal = {
      mapId,
      before: map,
      after: withCells(map, cells[mapId], { kind: 'measured', date: today(), note }),
      reasons: [REASONS[mapId]],
    };
    return [
      {
        definition,
        proposal,
        label: `${definition.label}: look at ${cells[mapId].length} cells`,
        onAccept: (range) =>
          edit(`${definition.label} from starts`, (draft) =>
            putMap(draft, mapId, acceptedMap(proposal, range)),
          ),
      } satisfies StudyProposal,
    ];
  });
}

type StudiedStarts = Extract<StartStudy, { readonly ok: true }>;
