import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { type Calibration, loadAxisOf, putMap } from '@/core/calibration';
import type { Log } from '@/core/log';
import { sparkCells, type SparkStudy, type TorqueFrom } from '@/core/logStudies';
import { acceptedMap, withCells } from '@/core/map';
import { gridOf } from '@/core/numeric';
import { MAP_DEFINITIONS } from '@/core/program';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { Message, Sentences } from '@/ui/layout';
import { startSpark } from '@/workers/logFitClient';
import { sparkFoundWords, sparkRefusalWords, sparkSourceWords } from './sparkWords';
import { vehicleFactsOf } from './vehicleFacts';
import { StudyCard, type StudyProposal } from './StudyCard';
import { useLook } from '@/ui/look/useLook';

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
  const document = useDocument();
  const [asked, setAsked] = useState<string | null>(null);
  const columns = useMemo(
    () => [...new Set(logs.flatMap(({ own = [] }) => own.filter(isTorque).map(({ name }) => name)))],
    [logs],
  );
  const car = useMemo(() => vehicleFactsOf(document), [document]);
  const begin = useMemo(() => {
    if (asked === null) return null;
    const from: TorqueFrom =
      asked !== BY_ACCELERATION
        ? { kind: 'column', name: asked }
        : car === null
          ? { kind: 'acceleration' }
          : { kind: 'vehicle', car };
    return () => startSpark(logs, from);
  }, [logs, asked, car]);
  const { answer, failure } = useLook(begin);
  const study = answer?.study ?? null;
  return (
    <StudyCard
      title="Spark"
      intro="The least spark that gives the torque, from pulls with less spark and with more. Read logs together that differ in it."
      proposes={study?.ok === true ? proposalsOf(document, study, note) : []}
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
      {begin !== null && study === null && failure === null ? (
        <ActivityIndicator accessibilityLabel="Looking at the pulls" />
      ) : null}
      {study?.ok === false ? <Message tone="warning">{sparkRefusalWords(study)}</Message> : null}
      {study?.ok === true ? (
        <Sentences sentences={[sparkSourceWords(study), ...study.found.map(sparkFoundWords)]} />
      ) : null}
    </StudyCard>
  );
}

/** The cells of the spark map that a study would move; nothing where there is no map, or none would. */
function proposalsOf(document: Calibration, { found }: FoundSpark, note: string): StudyProposal[] {
  const by = loadAxisOf(document);
  const mapId = by === 'throttle' ? 'sparkThrottle' : 'spark';
  const map = document.maps[mapId];
  if (map === null) return [];
  const definition = MAP_DEFINITIONS[mapId];
  const changes = sparkCells(map.values, { grid: gridOf(map), by }, found, definition);
  if (changes.length === 0) return [];
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
  return [
    {
      definition,
      proposal,
      label: `Look at ${changes.length} cells of spark`,
      onAccept: (range) =>
        edit('Spark from pulls', (draft) => putMap(draft, mapId, acceptedMap(proposal, range))),
    },
  ];
}

type FoundSpark = Extract<SparkStudy, { readonly ok: true }>;
