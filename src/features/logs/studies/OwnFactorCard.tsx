import { type ReactNode, useMemo, useState } from 'react';
import { ActivityIndicator } from 'react-native-paper';
import type { Correction } from '@/core/correction';
import { correctionDefinition } from '@/core/correction/schema';
import type { DrivenLog, MapTask } from '@/core/log';
import { type OwnFactor, type OwnFactorAsk, ownFactorCells } from '@/core/logStudies';
import { acceptedMap, withCells } from '@/core/map';
import { gridOf } from '@/core/numeric';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Chips } from '@/ui/button/Chips';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { startOwnFactor } from '@/workers/logFitClient';
import { ownFactorWords } from './ownFactorWords';
import { StudyCard, type StudyProposal } from './StudyCard';
import { useLook } from '@/ui/look/useLook';

interface Props {
  drives: readonly DrivenLog[] | null;
  task: MapTask;
  /** What the source of the cells says of the log. */
  note: string;
}

/** The factors that corrections of one’s own should have had; nothing where there are none of fuel. */
export function OwnFactorCard({ drives, task, note }: Props) {
  const { corrections } = useDocument();
  const factors = corrections.filter(({ on, operation }) => on === 'fuel' && operation === 'multiply');
  const [chosen, setChosen] = useState<string | null>(null);
  const correction = factors.find(({ id }) => id === chosen) ?? null;
  if (factors.length === 0) return null;
  const choice = (
    <Chips
      label="Look at"
      options={factors.map(({ id, name }) => ({ id, label: name }))}
      value={chosen ?? ''}
      onChange={setChosen}
    />
  );
  return correction === null ? (
    <StudyCard title={TITLE} intro={INTRO} proposes={[]}>
      {choice}
    </StudyCard>
  ) : (
    <Factor
      key={correction.id}
      correction={correction}
      choice={choice}
      drives={drives}
      task={task}
      note={note}
    />
  );
}

const TITLE = 'Corrections of your own';
const INTRO = 'The factor that would have brought lambda to its target, over the channels of a correction.';

function Factor({
  correction,
  choice,
  drives,
  task,
  note,
}: { correction: Correction; choice: ReactNode } & Props) {
  const begin = useMemo(
    () => (drives === null ? null : () => startOwnFactor(drives, task, askOf(correction))),
    [drives, task, correction],
  );
  const { answer, failure } = useLook(begin);
  const found = answer?.found ?? null;
  const proposes = found === null || 'why' in found ? [] : proposalsOf(correction, found, note);
  return (
    <StudyCard title={TITLE} intro={INTRO} proposes={proposes}>
      {choice}
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {found === null && failure === null ? (
        <ActivityIndicator accessibilityLabel="Looking for its factor" />
      ) : null}
      {found === null ? null : 'why' in found ? (
        <Message tone="warning">{ownFactorWords(found).text}</Message>
      ) : (
        <Text>{`${ownFactorWords(found).text}${proposes.length === 0 ? ' It is right as it is.' : ''}`}</Text>
      )}
    </StudyCard>
  );
}

/** The cells of a correction that a factor would move; nothing where none would. */
function proposalsOf(correction: Correction, found: OwnFactor, note: string): StudyProposal[] {
  const definition = correctionDefinition(correction);
  const changes = ownFactorCells(correction.map.values, found, definition);
  if (changes.length === 0) return [];
  const proposal = {
    mapId: definition.id,
    before: correction.map,
    after: withCells(correction.map, changes, { kind: 'measured', date: today(), note }),
    reasons: [
      {
        text: ownFactorWords(found).text,
        formula: 'cell = cell · measured lambda ÷ target, fitted smoothly',
      },
    ],
    evidence: Array.from(found.cells.evidenceS),
  };
  return [
    {
      definition,
      proposal,
      label: `Look at ${changes.length} of its cells`,
      onAccept: (range) =>
        edit(`${correction.name} from a log`, (draft) => {
          const into = draft.corrections.find(({ id }) => id === correction.id);
          if (into !== undefined) into.map = acceptedMap(proposal, range);
        }),
    },
  ];
}

/** What a correction asks of a log. */
function askOf({ x, y, map, activation }: Correction): OwnFactorAsk {
  return {
    x,
    y,
    grid: gridOf(map),
    when:
      activation === null
        ? null
        : {
            channel: activation.channel,
            comparison: activation.comparison,
            threshold: activation.threshold,
          },
  };
}
