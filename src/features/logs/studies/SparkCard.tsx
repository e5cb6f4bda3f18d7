import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { loadAxisOf, putMap } from '@/core/calibration';
import type { Log } from '@/core/log';
import { sparkCells, type SparkStudy, type TorqueFrom } from '@/core/logStudies';
import { acceptedMap, type CellRange, withCells } from '@/core/map';
import { gridOf } from '@/core/numeric';
import { MAP_DEFINITIONS } from '@/core/program';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { Card, Message, Sentences } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { Text } from '@/ui/text/Text';
import { startSpark } from '@/workers/logFitClient';
import { sparkFoundWords, sparkRefusalWords, sparkSourceWords } from './sparkWords';
import { useLook } from './useLook';

interface Props {
  logs: readonly Log[];
  /** What the source of the cells says of the logs. */
  note: string;
}

const BY_ACCELERATION = 'acceleration';
/** Columns that are torque by their unit or name. */
const isTorque = ({ name, unit }: { readonly name: string; readonly unit: string }) =>
  /^n[·.]?m$/i.test(unit.trim()) || /torque/i.test(name);

/** The least spark for the torque, from pulls that differ in advance; begun by hand, for it is asked seldom. */
export function SparkCard({ logs, note }: Props) {
  const [asked, setAsked] = useState<string | null>(null);
  const columns = useMemo(
    () => [...new Set(logs.flatMap(({ own = [] }) => own.filter(isTorque).map(({ name }) => name)))],
    [logs],
  );
  const begin = useMemo(() => {
    if (asked === null) return null;
    const from: TorqueFrom =
      asked === BY_ACCELERATION ? { kind: 'acceleration' } : { kind: 'column', name: asked };
    return () => startSpark(logs, from);
  }, [logs, asked]);
  const { answer, failure } = useLook(begin);
  return (
    <Card
      title="Spark"
      intro="The least spark that gives the torque, from pulls with less spark and with more. Read logs together that differ in it."
    >
      {columns.length === 0 ? null : (
        <Chips
          label="Torque from"
          options={[
            { id: BY_ACCELERATION, label: 'Acceleration' },
            ...columns.map((name) => ({ id: name, label: name })),
          ]}
          value={asked ?? ''}
          onChange={setAsked}
        />
      )}
      {asked === null && columns.length === 0 ? (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Study the spark" icon="auto-fix" onPress={() => setAsked(BY_ACCELERATION)} />
        </View>
      ) : null}
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {begin !== null && answer === null && failure === null ? (
        <ActivityIndicator accessibilityLabel="Looking at the pulls" />
      ) : null}
      {answer === null ? null : answer.study.ok ? (
        <Found study={answer.study} note={note} />
      ) : (
        <Message tone="warning">{sparkRefusalWords(answer.study)}</Message>
      )}
    </Card>
  );
}

function Found({ study, note }: { study: Extract<SparkStudy, { readonly ok: true }>; note: string }) {
  const document = useDocument();
  const [open, setOpen] = useState(false);
  const by = loadAxisOf(document);
  const mapId = by === 'throttle' ? 'sparkThrottle' : 'spark';
  const map = document.maps[mapId];
  const definition = MAP_DEFINITIONS[mapId];
  const changes =
    map === null ? [] : sparkCells(map.values, { grid: gridOf(map), by }, study.found, definition);
  const sentences = (
    <>
      <Text kind="small" colour="muted">
        {sparkSourceWords(study)}
      </Text>
      <Sentences sentences={study.found.map(sparkFoundWords)} />
    </>
  );
  if (map === null || changes.length === 0) return sentences;
  const proposal = {
    mapId,
    before: map,
    after: withCells(map, changes, { kind: 'measured', date: today(), note }),
    reasons: [
      {
        text: 'Towards the least spark that gives the torque; no cell is raised by more than 3° at once, nor within 2° of where it knocked.',
        formula: 'measure = a − c · (spark − best)²',
      },
    ],
  };
  const accept = (range: CellRange | null) => {
    edit('Spark from pulls', (draft) => putMap(draft, mapId, acceptedMap(proposal, range)));
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
      {sentences}
      <View style={{ flexDirection: 'row' }}>
        <Button
          label={`Look at ${changes.length} cells of spark`}
          icon="auto-fix"
          onPress={() => setOpen(true)}
        />
      </View>
    </>
  );
}
