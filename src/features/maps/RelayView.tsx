import { type ReactNode, useMemo, useState } from 'react';
import { View } from 'react-native';
import { definitionAt, leaderOf, type MapKey, putMap } from '@/core/calibration';
import { generatorValueAt, livedWeight, usualChoices } from '@/core/generators';
import { type AxisDefinition, axisProblem, type MapData } from '@/core/map';
import { isMapId, type MapId } from '@/core/program';
import { useLater } from '@/data/session/documentParts';
import { edit, useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { Card, Docked, Message, Page } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { BehindPaint } from '../fields/BehindPaint';
import { BreakpointEditor, OtherAxes } from './BreakpointEditor';
import { CouplingCard } from './CouplingCard';
import { RelaidCard } from './RelaidCard';
import { relaidBy, type RelayPlan } from './relaying';

interface Props {
  mapKey: MapKey;
  map: MapData;
  title: ReactNode;
  onDone: () => void;
}

type AxisId = 'x' | 'y';

/** New breakpoints for a map, as a proposal: what is known keeps its values, and what moves is said before it lands. */
export function RelayView({ mapKey, map, title, onDone }: Props) {
  const document = useDocument();
  const definition = definitionAt(document, mapKey);
  const [axis, setAxis] = useState<AxisId>('x');
  const [plan, setPlan] = useState<RelayPlan>({ axes: { x: map.x, y: map.y }, rule: 'hold', percent: 2 });
  const [leader, setLeader] = useState<MapId | null>(isMapId(mapKey) ? leaderOf(document, mapKey) : null);
  const canCompute = useMemo(
    () => isMapId(mapKey) && generatorValueAt(document, mapKey, usualChoices(document)) !== null,
    [document, mapKey],
  );
  const { axes, rule, percent } = plan;
  // Its breakpoints come behind the paint of the choice; until then those of the other axis stay where they are.
  const edited = useLater(axis);
  const axisDefinition = (
    edited === 'y' && definition.y !== null ? definition.y : definition.x
  ) as AxisDefinition;
  const problem =
    axisProblem(axes.x, definition.x) ?? (definition.y === null ? null : axisProblem(axes.y, definition.y));
  const coupled = isMapId(mapKey) && leader !== leaderOf(document, mapKey);
  const same = JSON.stringify([axes.x, axes.y]) === JSON.stringify([map.x, map.y]) && !coupled;
  const put = (values: readonly number[]) => setPlan({ ...plan, axes: { ...axes, [edited]: values } });
  const accept = () => {
    const relaid = relaidBy(document, mapKey, map, plan);
    edit(`${definition.label}: axes laid anew`, (draft) => {
      for (const { mapId, after } of relaid) putMap(draft, mapId, after);
      if (!coupled || !isMapId(mapKey)) return;
      draft.couplings = draft.couplings.filter((coupling) => coupling.map !== mapKey);
      if (leader !== null) draft.couplings.push({ map: mapKey, to: leader });
    });
    onDone();
  };
  const follow = (to: MapId | null) => {
    setLeader(to);
    const other = to === null ? null : document.maps[to];
    if (other !== null) setPlan({ ...plan, axes: { x: other.x, y: other.y } });
  };

  const beside = (
    <>
      {problem === null ? (
        <RelaidCard mapKey={mapKey} map={map} plan={plan} />
      ) : (
        <Message tone="error">{problem}</Message>
      )}
      <Docked label="What becomes of the new axes">
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label="Accept the new axes"
            kind="primary"
            icon="check"
            disabled={problem !== null || same}
            onPress={accept}
          />
          <Button label="Refuse" icon="close" onPress={onDone} />
        </View>
      </Docked>
    </>
  );

  return (
    <Page beside={beside}>
      {title}
      {isMapId(mapKey) ? <CouplingCard mapId={mapKey} leader={leader} onFollow={follow} /> : null}
      {leader !== null ? null : (
        <Card title="Breakpoints" intro="Known points keep their values. Nothing changes until you accept.">
          {definition.y === null ? null : (
            <Chips
              label="Axis"
              options={[
                { id: 'x', label: definition.x.label },
                { id: 'y', label: definition.y.label },
              ]}
              value={axis}
              onChange={setAxis}
            />
          )}
          <BehindPaint>
            <BreakpointEditor
              key={edited}
              values={axes[edited]}
              definition={axisDefinition}
              weight={livedWeight(document, axisDefinition.channel)}
              onChange={put}
            />
            <OtherAxes document={document} mapKey={mapKey} channel={axisDefinition.channel} onTake={put} />
          </BehindPaint>
        </Card>
      )}
      <Card title="Beyond the old range">
        <Chips
          label="New cells beyond the old range"
          options={[
            { id: 'hold', label: 'Hold the edge' },
            { id: 'slope', label: 'Carry the slope on' },
            { id: 'percent', label: 'Percent a step' },
            ...(canCompute
              ? [{ id: 'physics' as const, label: 'By the generator', hint: 'Meeting the edge' }]
              : []),
          ]}
          value={rule}
          onChange={(next) => setPlan({ ...plan, rule: next })}
        />
        {rule === 'percent' ? (
          <NumberBox
            info={{ label: 'Each step changes by', quantity: 'percentage', unit: '%', min: -30, max: 30 }}
            value={percent}
            onChange={(next) => setPlan({ ...plan, percent: next })}
          />
        ) : null}
      </Card>
    </Page>
  );
}
