import { useGlobalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { authorityMaps, type Calibration } from '@/core/calibration';
import { type MapDefinition, rangeIndices } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber } from '@/core/units';
import { forgetLearned, useEcu } from '@/data/ecu/ecuSession';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { cellLabel, cellSelection, MapGrid, rangeSize, type Selection, selectionRange } from '@/ui/grid';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { FoldCard } from './FoldCard';
import { learnedWords } from './loopWords';
import { type Learned, useLearned } from './useLearned';

/** What was learned, cell by cell with its evidence; forgotten or put into the map while the engine computer is there. */
export function LearnedCard() {
  const document = useDocument();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const learned = useLearned(id, document);
  const map = document.maps[authorityMaps(document).richer];
  if (learned === null || map === null || learned.ln.length !== map.values.length) {
    return (
      <Card title="What was learned">
        <Text colour="muted">
          Nothing yet. With the loop and learning on, connect at the bench and let the engine run at steady
          points: each cell it rests in fills here.
        </Text>
      </Card>
    );
  }
  return (
    <>
      <LearnedCells document={document} learned={learned} axes={map} />
      <FoldCard document={document} learned={learned} />
    </>
  );
}

interface Props {
  document: Calibration;
  learned: Learned;
  axes: { readonly x: number[]; readonly y: number[] };
}

function LearnedCells({ document, learned, axes }: Props) {
  const [selection, setSelection] = useState<Selection>(() =>
    cellSelection(mostEvident(learned, axes.x.length)),
  );
  const doing = useEcu((state) => state.doing);
  const failure = useEcu((state) => state.failure);
  const definition = definitionOf(document);
  // What is shown as nothing is nothing: no cell that says +0.0.
  const values = learned.ln.map((ln) => Math.round(1000 * Math.expm1(ln)) / 10);
  const range = selectionRange(selection);
  const count = rangeSize(range);
  const { corner } = selection;
  const seconds = learned.evidenceS[corner.row * axes.x.length + corner.column] ?? 0;
  const live = learned.readAt === null;
  const shown = { ...axes, values };
  return (
    <Card title="What was learned" intro={learnedWords(learned)}>
      <MapGrid
        label="Learned trims"
        definition={definition}
        map={shown}
        colours="difference"
        selection={selection}
        onSelection={setSelection}
      />
      <Text kind="number" aria-live="polite">
        {`${cellLabel(definition, shown, corner)}; ${formatNumber(seconds, 0)} s of evidence`}
      </Text>
      {failure === null ? null : <Message tone="error">{failure.message}</Message>}
      {live ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label={count === 1 ? 'Forget this cell' : `Forget ${count} cells`}
            icon="close"
            disabled={doing !== null}
            onPress={() => void forgetLearned(rangeIndices(range, axes.x.length))}
          />
          <Button
            label="Forget all"
            icon="delete-outline"
            disabled={doing !== null}
            onPress={() => void forgetLearned(null)}
          />
        </View>
      ) : (
        <Text colour="muted">
          Connect at the bench to forget it: fuel does not jump, the loop takes it over.
        </Text>
      )}
    </Card>
  );
}

/** Where there is most evidence. */
function mostEvident({ evidenceS }: Learned, width: number): { column: number; row: number } {
  const most = evidenceS.indexOf(Math.max(0, ...evidenceS));
  const index = Math.max(0, most);
  return { column: index % width, row: Math.floor(index / width) };
}

/** Learned trims lie as the authority does, and are percent with a decimal. */
function definitionOf(document: Calibration): MapDefinition {
  const { x, y, help } = MAP_DEFINITIONS[authorityMaps(document).richer];
  return {
    id: 'learned',
    label: 'Learned trims',
    unit: '%',
    min: -30,
    max: 30,
    decimals: 1,
    step: 0.1,
    x,
    y,
    help,
  };
}
