import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { correctedCells, type MappedCells, MOST_AT_ONCE, nextGoal, RIGHT_WITHIN } from '@/core/log';
import { withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { inSentence } from '@/core/units';
import { useEcu } from '@/data/ecu/ecuSession';
import { followEdits, stopFollowingEdits } from '@/data/ecu/liveEdits';
import { liveFrame, onMove } from '@/data/ecu/liveFrame';
import { useLinkState } from '@/data/ecu/useLinkState';
import { useSlowFrame } from '@/data/ecu/useLive';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { EvidenceMap, type MovingPoint } from '@/ui/evidence';
import { BackTitle, Card, Docked, Message, Page, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { RecordControls } from '../recording/RecordControls';
import { StandInButton } from '../StandInButton';
import { useStandIn } from '../standInStore';
import { ApartCard } from './ApartCard';
import { GoalCard } from './GoalCard';
import { beginMapping, leaveOut, useMapping } from './mappingStore';
import { loadWords, mappedWords, placeOf, progressWords } from './mappingWords';
import { MappingChoices } from './MappingChoices';
import { type Mappable, useMappable, useMappedCells } from './useMappingTask';

/** An error as large as this has the full colour. */
const FULL = 0.12;

/** The map by feel, made by evidence: where to hold the engine, what each cell lacks, and its correction while it runs. */
export function MappingScreen() {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const router = useRouter();
  const document = useDocument();
  const wide = useWide();
  const mappable = useMappable(document);
  const { state, differences } = useLinkState(id, document);
  const hasStandIn = useStandIn(({ seen }) => seen !== null);
  const live = differences !== null;
  const toBench = () => router.navigate(`/c/${id}/bench`);
  const dock = (
    <View style={{ flexDirection: 'row', alignItems: 'flex-end', gap: SPACE.s }}>
      <View style={{ flex: 1 }}>
        <RecordControls id={id} calibration={document.name} live={live} />
      </View>
      {hasStandIn ? <StandInButton /> : null}
    </View>
  );
  return (
    <Page>
      <BackTitle title="Live mapping" backLabel="To the bench" onBack={toBench} />
      {typeof mappable === 'string' ? (
        <Message tone="warning">{mappable}</Message>
      ) : (
        <>
          {live ? null : (
            <>
              <Message tone="warning">
                {state === 'lost'
                  ? 'The link was lost. What was held is kept, and it goes on once the link is there again.'
                  : 'Connect to the engine computer on the bench first.'}
              </Message>
              <Button label="To the bench" kind="primary" onPress={toBench} />
            </>
          )}
          <Mapped id={id} document={document} mappable={mappable} live={live} differs={state === 'differs'} />
        </>
      )}
      {wide ? dock : <Docked label="Recording">{dock}</Docked>}
    </Page>
  );
}

interface MappedProps {
  id: string;
  document: Calibration;
  mappable: Mappable;
  live: boolean;
  differs: boolean;
}

function Mapped({ id, document, mappable, live, differs }: MappedProps) {
  const { task, wanted } = mappable;
  const aim = useMapping((state) => state.aim);
  const mapping = useMapping((state) => state.mapping);
  const cells = useMappedCells(id, task);
  const frame = useSlowFrame();
  const here = live ? placeOf(frame, task.load) : null;
  const goal = useMemo(() => {
    if (cells === null) return null;
    const isWanted = new Set(wanted);
    return nextGoal(task.grid, cells, here, (index) => isWanted.has(index), aim);
  }, [cells, task, here, wanted, aim]);
  if (cells === null) return null;
  return (
    <>
      <GoalCard goal={goal} here={here} leftOut={mapping.leftOut} task={task} holdS={aim.holdS} />
      <Correction document={document} mappable={mappable} cells={cells} differs={differs} />
      <Cells mappable={mappable} cells={cells} live={live} goal={goal?.index ?? null} />
      <ApartCard document={document} mapping={mapping} task={task} />
      <MappingChoices document={document} mappable={mappable} />
      <Button label="Begin anew" icon="restore" onPress={() => beginMapping(id)} />
    </>
  );
}

/** What is offered once it is steady: the cells that would move, and their way into the engine. */
function Correction({
  document,
  mappable: { mapId, wanted },
  cells,
  differs,
}: Pick<MappedProps, 'document' | 'mappable' | 'differs'> & { cells: MappedCells }) {
  const aim = useMapping((state) => state.aim);
  const atOnce = useEcu((ecu) => ecu.editsAtOnce);
  const unlocked = useEcu((ecu) => ecu.unlocked);
  const map = document.maps[mapId];
  const definition = MAP_DEFINITIONS[mapId];
  const changes = useMemo(() => {
    if (map === null) return [];
    return correctedCells(
      map.values,
      { cells, factor: null },
      { by: 'cells', most: MOST_AT_ONCE, beyond: false },
      definition,
    );
  }, [map, cells, definition]);
  if (map === null) return null;
  const off = wanted.some((index) => Math.abs(cells.change[index] as number) > aim.tolerance);
  const accept = () => {
    const source = { kind: 'measured', date: today(), note: 'Live mapping' } as const;
    edit(`Correct ${inSentence(definition.label)} live`, (draft) => {
      const own = draft.maps[mapId];
      if (own !== null) draft.maps[mapId] = withCells(own, changes, source);
    });
  };
  return (
    <Card title="Correction" intro={progressWords(cells, wanted, aim)}>
      <Button
        label={
          changes.length === 0
            ? 'Nothing to correct'
            : `Correct ${changes.length} ${changes.length === 1 ? 'cell' : 'cells'}`
        }
        kind={off ? 'primary' : 'secondary'}
        icon="auto-fix"
        disabled={changes.length === 0}
        onPress={accept}
      />
      {atOnce ? (
        <Button label="Keep edits here" onPress={stopFollowingEdits} />
      ) : unlocked ? (
        <Button label="Send edits as I make them" icon="pulse" onPress={followEdits} />
      ) : null}
      {differs && !atOnce ? (
        <Text kind="small" colour="muted">
          What runs is not what is on the screen: corrections are proved only once they run.
        </Text>
      ) : null}
    </Card>
  );
}

function Cells({
  mappable: { mapId, task },
  cells,
  live,
  goal,
}: Pick<MappedProps, 'mappable' | 'live'> & { cells: MappedCells; goal: number | null }) {
  const aim = useMapping((state) => state.aim);
  const leftOut = useMapping((state) => state.leftOut);
  const [chosen, setChosen] = useState<number | null>(null);
  const { grid, load } = task;
  const [x, y] = useMemo(() => [Array.from(grid.x), Array.from(grid.y)], [grid]);
  const shares = useMemo(
    () =>
      Array.from(cells.change, (change, i) => {
        if (!((cells.evidenceS[i] as number) > 0) || Math.abs(change) <= aim.tolerance) return 0;
        return Math.sign(change) * Math.min(1, (Math.abs(change) - RIGHT_WITHIN / 2) / FULL);
      }),
    [cells, aim],
  );
  const moving = useMemo(
    (): MovingPoint => ({ at: () => (live ? placeOf(liveFrame(), load) : null), onMove }),
    [live, load],
  );
  const selected = chosen ?? goal ?? 0;
  const speed = x[selected % x.length] as number;
  const row = y[Math.floor(selected / x.length)] as number;
  return (
    <Card
      title="Error by cell"
      intro={`${MAP_DEFINITIONS[mapId].label}. Steel is rich, ember is lean, neutral within the tolerance; a square fills its cell once it was held for ${aim.holdS} s. The ring is where the engine is.`}
    >
      <EvidenceMap
        label="Error by cell, with what was held"
        x={x}
        y={y}
        xName="rev/min"
        yName={load === 'throttle' ? 'Throttle with idle air, %' : 'Manifold pressure, kPa'}
        shares={shares}
        ramp="difference"
        evidence={cells.provenS}
        enough={aim.holdS}
        height={240}
        moving={moving}
        selected={selected}
        onSelect={setChosen}
      />
      <Text aria-live="polite">
        {`${speed} rev/min, ${loadWords(row, load)}: ${leftOut.has(selected) ? 'left out' : mappedWords(cells, selected, aim)}.`}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label={leftOut.has(selected) ? 'Take this cell in again' : 'Leave this cell out'}
          onPress={() => leaveOut(selected)}
        />
        {chosen === null ? null : <Button label="Follow the way" onPress={() => setChosen(null)} />}
      </View>
    </Card>
  );
}
