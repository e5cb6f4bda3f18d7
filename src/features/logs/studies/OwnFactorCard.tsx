import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import type { Correction } from '@/core/correction';
import { correctionDefinition } from '@/core/correction/schema';
import type { DrivenLog, MapTask } from '@/core/log';
import { type OwnFactorAsk, ownFactorCells } from '@/core/logStudies';
import { acceptedMap, type CellRange, withCells } from '@/core/map';
import { gridOf } from '@/core/numeric';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { Card, Message } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { Text } from '@/ui/text/Text';
import { startOwnFactor } from '@/workers/logFitClient';
import { ownFactorWords } from './ownFactorWords';
import { useLook } from './useLook';

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
  return (
    <Card
      title="Corrections of your own"
      intro="The factor that would have brought lambda to its target, over the channels of a correction."
    >
      <Chips
        label="Look at"
        options={factors.map(({ id, name }) => ({ id, label: name }))}
        value={chosen ?? ''}
        onChange={setChosen}
      />
      {correction === null ? null : (
        <Factor key={correction.id} correction={correction} drives={drives} task={task} note={note} />
      )}
    </Card>
  );
}

function Factor({ correction, drives, task, note }: { correction: Correction } & Props) {
  const [open, setOpen] = useState(false);
  const begin = useMemo(
    () => (drives === null ? null : () => startOwnFactor(drives, task, askOf(correction))),
    [drives, task, correction],
  );
  const { answer, failure } = useLook(begin);
  if (failure !== null) return <Message tone="error">{failure}</Message>;
  if (answer === null) return <ActivityIndicator accessibilityLabel="Looking for its factor" />;
  const { found } = answer;
  const { tone, text } = ownFactorWords(found);
  if ('why' in found) return <Message tone={tone}>{text}</Message>;
  const definition = correctionDefinition(correction);
  const changes = ownFactorCells(correction.map.values, found, definition);
  if (changes.length === 0) {
    return <Text>{`${text} It is right as it is.`}</Text>;
  }
  const proposal = {
    mapId: definition.id,
    before: correction.map,
    after: withCells(correction.map, changes, { kind: 'measured', date: today(), note }),
    reasons: [{ text, formula: 'cell = cell · measured lambda ÷ target, fitted smoothly' }],
    evidence: Array.from(found.cells.evidenceS),
  };
  const accept = (range: CellRange | null) => {
    edit(`${correction.name} from a log`, (draft) => {
      const into = draft.corrections.find(({ id }) => id === correction.id);
      if (into !== undefined) into.map = acceptedMap(proposal, range);
    });
    if (range === null) setOpen(false);
  };
  if (open) {
    return (
      <ProposalView
        definition={definition}
        proposal={proposal}
        onAccept={accept}
        onRefuse={() => setOpen(false)}
      />
    );
  }
  return (
    <>
      <Text>{text}</Text>
      <View style={{ flexDirection: 'row' }}>
        <Button
          label={`Look at ${changes.length} of its cells`}
          icon="auto-fix"
          onPress={() => setOpen(true)}
        />
      </View>
    </>
  );
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
