import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { definitionAt, putMap } from '@/core/calibration';
import {
  pressureCounts,
  type PressureLaying,
  pressureReach,
  type PressureRule,
  reachProblem,
  type RelaidPressureMap,
  relaidPressureMaps,
} from '@/core/generators';
import { MAX_BREAKPOINTS } from '@/core/map';
import { formatNumber } from '@/core/units';
import { keptEdit } from '@/data/session/keptEdit';
import { useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { Thumbnail } from '@/ui/grid';
import { BackTitle, Card, Docked, Message, Page, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

const RULES = [
  { id: 'physics', label: 'By the generators', hint: 'Meeting the edge' },
  { id: 'slope', label: 'Carry the slope on' },
  { id: 'percent', label: 'Percent a step' },
  { id: 'hold', label: 'Hold the edge' },
] as const;

const LAYINGS = [
  { id: 'carryOn', label: 'Keep them, carry on', hint: 'What is known stays as it is' },
  { id: 'lived', label: 'Where the engine lives', hint: 'Close together at idle and full load' },
] as const;

/** Every map over manifold pressure laid anew at once: after another sensor, or another goal. */
export function PressureAxesScreen() {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const reach = pressureReach(document);
  const [wanted, setWanted] = useState<number | null>(null);
  const [rule, setRule] = useState<(typeof RULES)[number]['id']>('physics');
  const [percent, setPercent] = useState(2);
  const [laid, setLaid] = useState<(typeof LAYINGS)[number]['id']>('carryOn');
  const [rows, setRows] = useState<number | null>(null);
  const endKpa = wanted ?? Math.round(reach.goalKpa ?? reach.sensorEndKpa ?? 100);
  const filled: PressureRule = rule === 'percent' ? { kind: 'percent', percent } : { kind: rule };
  const usual = Math.max(2, ...pressureCounts(document, endKpa));
  const count = rows ?? usual;
  const laying: PressureLaying =
    laid === 'lived'
      ? { kind: 'lived', count }
      : rows === null
        ? { kind: 'carryOn' }
        : { kind: 'carryOn', most: count };
  const relaid = relaidPressureMaps(document, endKpa, filled, today(), laying);
  const unwise = reachProblem(reach, endKpa);
  const same = relaid.every(
    ({ axis, before, after }) => JSON.stringify(before[axis]) === JSON.stringify(after[axis]),
  );
  const back = () => router.navigate(`/c/${id}/maps`);
  const accept = () => {
    void keptEdit(`Pressure axes to ${Math.round(endKpa)} kPa abs, ${relaid.length} maps`, (draft) => {
      for (const { mapId, after } of relaid) putMap(draft, mapId, after);
    });
    back();
  };
  const words = (kpa: number | null) => (kpa === null ? 'not known' : `${formatNumber(kpa, 0)} kPa abs`);
  return (
    <Page
      beside={
        <Card title="What would change" intro="Nothing changes until you accept.">
          {relaid.length === 0 ? <Text colour="muted">No map runs over pressure yet.</Text> : null}
          {relaid.map((map) => (
            <MapLine key={map.mapId} map={map} />
          ))}
        </Card>
      }
    >
      <BackTitle title="Pressure axes" backLabel="Back to the maps" onBack={back} />
      <Card title="How far they reach">
        <Text>{`Maps end at ${words(reach.axesEndKpa)}.`}</Text>
        <Text>{`The sensor reads up to ${words(reach.sensorEndKpa)}.`}</Text>
        <Text>{`The engine is meant to reach ${words(reach.goalKpa)}.`}</Text>
      </Card>
      <Card title="End them at">
        <NumberBox
          info={{
            label: 'End of the pressure axes',
            quantity: 'pressureAbsolute',
            unit: 'kPaAbs',
            min: 60,
            max: 450,
          }}
          value={endKpa}
          onChange={setWanted}
        />
        {unwise === null ? null : <StateMark tone="warning" label={unwise} />}
        <Chips label="How the breakpoints are laid" options={LAYINGS} value={laid} onChange={setLaid} />
        <NumberBox
          info={{
            label: laid === 'lived' ? 'How many breakpoints' : 'Breakpoints, at most',
            quantity: 'count',
            unit: '1',
            min: 2,
            max: MAX_BREAKPOINTS,
          }}
          value={count}
          onChange={(typed) => setRows(Math.round(typed))}
        />
        <Text kind="small" colour="muted">
          New cells above the old end
        </Text>
        <Chips label="New cells above the old end" options={RULES} value={rule} onChange={setRule} />
        {rule === 'percent' ? (
          <NumberBox
            info={{ label: 'Each step changes by', quantity: 'percentage', unit: '%', min: -30, max: 30 }}
            value={percent}
            onChange={setPercent}
          />
        ) : null}
      </Card>
      {same && relaid.length > 0 ? <Message tone="plain">The maps end there already.</Message> : null}
      <Docked label="What becomes of the new axes">
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label={`Accept for ${relaid.length} maps`}
            kind="primary"
            icon="check"
            disabled={same || relaid.length === 0}
            onPress={accept}
          />
          <Button label="Refuse" icon="close" onPress={back} />
        </View>
      </Docked>
    </Page>
  );
}

function MapLine({ map }: { map: RelaidPressureMap }) {
  const { label, unit, decimals } = definitionAt(useDocument(), map.mapId);
  const { axis, before, after, change } = map;
  const [was, is] = [before[axis], after[axis]];
  const moved = Math.abs(change.change) > 1e-9;
  const kind = axis === 'y' ? 'rows' : 'columns';
  const rows = (values: readonly number[]) => `${values.length} ${kind} to ${values.at(-1)} kPa abs`;
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.m, alignItems: 'center' }}>
      <Thumbnail map={after} width={84} height={60} />
      <View style={{ flex: 1, gap: 2 }}>
        <Text kind="strong">{label}</Text>
        <Text kind="small">{rows(was) === rows(is) ? rows(is) : `${rows(was)} become ${rows(is)}`}</Text>
        <Text kind="small" colour={moved ? 'warning' : 'muted'}>
          {moved
            ? `Changes by ${formatNumber(change.change, decimals)} ${unit} at ${formatNumber(change[axis], 0)} kPa abs`
            : 'The old range stays as it is'}
        </Text>
      </View>
    </View>
  );
}
