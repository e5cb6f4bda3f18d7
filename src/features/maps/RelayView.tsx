import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { definitionAt, leaderOf, type MapKey, putMap, relaidWithFollowers } from '@/core/calibration';
import type { Source } from '@/core/field';
import { generatorValueAt, livedWeight, usualChoices } from '@/core/generators';
import {
  type AxisDefinition,
  axisPlace,
  axisProblem,
  type BeyondRule,
  type MapData,
  type MapDefinition,
  type SurfaceChange,
} from '@/core/map';
import { relaidMap, surfaceChange } from '@/core/map/schema';
import { isMapId, type MapId } from '@/core/program';
import { formatNumber } from '@/core/units';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { cellLabel, cellSelection, MapGrid, type Selection } from '@/ui/grid';
import { Card, Docked, Message, Page } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { BreakpointEditor, OtherAxes } from './BreakpointEditor';
import { CouplingCard } from './CouplingCard';

interface Props {
  mapKey: MapKey;
  map: MapData;
  title: ReactNode;
  onDone: () => void;
}

type RuleId = BeyondRule['kind'];
type AxisId = 'x' | 'y';

/** New breakpoints for a map, as a proposal: what is known keeps its values, and what moves is said before it lands. */
export function RelayView({ mapKey, map, title, onDone }: Props) {
  const document = useDocument();
  const definition = definitionAt(document, mapKey);
  const [axis, setAxis] = useState<AxisId>('x');
  const [axes, setAxes] = useState<{ x: readonly number[]; y: readonly number[] }>({ x: map.x, y: map.y });
  const [leader, setLeader] = useState<MapId | null>(isMapId(mapKey) ? leaderOf(document, mapKey) : null);
  const [rule, setRule] = useState<RuleId>('hold');
  const [percent, setPercent] = useState(2);
  const [selection, setSelection] = useState<Selection>(cellSelection({ column: 0, row: 0 }));
  const choices = usualChoices(document);
  const physicsOf = (id: MapKey) => (isMapId(id) ? generatorValueAt(document, id, choices) : null);
  const physics = physicsOf(mapKey);
  const axisDefinition = (
    axis === 'y' && definition.y !== null ? definition.y : definition.x
  ) as AxisDefinition;
  const problem =
    axisProblem(axes.x, definition.x) ?? (definition.y === null ? null : axisProblem(axes.y, definition.y));
  const source: Source = { kind: 'computed', date: today(), note: 'Re-laid' };
  const ruleFor = (id: MapKey) => beyondRule(rule, percent, physicsOf(id));
  const relaid =
    problem !== null
      ? []
      : isMapId(mapKey)
        ? relaidWithFollowers(document, mapKey, axes, ruleFor, source)
        : [relaidAlone(mapKey, map, axes, ruleFor(mapKey), source, definition)];
  const own = relaid[0];
  const followers = relaid.slice(1);
  const coupled = isMapId(mapKey) && leader !== leaderOf(document, mapKey);
  const same = JSON.stringify([axes.x, axes.y]) === JSON.stringify([map.x, map.y]) && !coupled;
  const put = (values: readonly number[]) => {
    setAxes({ ...axes, [axis]: values });
    setSelection(cellSelection({ column: 0, row: 0 }));
  };
  const accept = () => {
    if (own === undefined) return;
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
    if (other !== null) setAxes({ x: other.x, y: other.y });
  };

  const beside = (
    <>
      {problem === null ? null : <Message tone="error">{problem}</Message>}
      {own === undefined ? null : (
        <Card title="The map laid anew">
          <View role="status">
            <Text>{changeWords(definition, own.change)}</Text>
          </View>
          <MapGrid
            label={`${definition.label}, laid anew`}
            definition={definition}
            map={own.after}
            colours="magnitude"
            selection={selection}
            onSelection={setSelection}
          />
          <Text kind="number">{cellLabel(definition, own.after, selection.corner)}</Text>
          {followers.map(({ mapId, change }) => {
            const follower = definitionAt(document, mapId);
            return (
              <View key={mapId} style={{ gap: 2 }}>
                <Text kind="strong">{`${follower.label} follows`}</Text>
                <Text kind="small">{changeWords(follower, change)}</Text>
              </View>
            );
          })}
        </Card>
      )}
      <Docked label="What becomes of the new axes">
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label="Accept the new axes"
            kind="primary"
            icon="check"
            disabled={own === undefined || same}
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
          <BreakpointEditor
            key={axis}
            values={axes[axis]}
            definition={axisDefinition}
            weight={livedWeight(document, axisDefinition.channel)}
            onChange={put}
          />
          <OtherAxes document={document} mapKey={mapKey} channel={axisDefinition.channel} onTake={put} />
        </Card>
      )}
      <Card title="Beyond the old range">
        <Chips
          label="New cells beyond the old range"
          options={[
            { id: 'hold', label: 'Hold the edge' },
            { id: 'slope', label: 'Carry the slope on' },
            { id: 'percent', label: 'Percent a step' },
            ...(physics === null
              ? []
              : [{ id: 'physics' as const, label: 'By the generator', hint: 'Meeting the edge' }]),
          ]}
          value={rule}
          onChange={setRule}
        />
        {rule === 'percent' ? (
          <NumberBox
            info={{ label: 'Each step changes by', quantity: 'percentage', unit: '%', min: -30, max: 30 }}
            value={percent}
            onChange={setPercent}
          />
        ) : null}
      </Card>
    </Page>
  );
}

function relaidAlone(
  mapId: MapKey,
  before: MapData,
  axes: { x: readonly number[]; y: readonly number[] },
  rule: BeyondRule,
  source: Source,
  definition: MapDefinition,
) {
  const after = relaidMap(before, axes, rule, source, definition);
  return { mapId, before, after, change: surfaceChange(before, after) };
}

function changeWords(definition: MapDefinition, change: SurfaceChange): string {
  if (Math.abs(change.change) < 1e-9) return 'Over the old range the surface stays as it is.';
  const at = axisPlace(definition.x, change.x);
  const up = definition.y === null ? '' : `, ${axisPlace(definition.y, change.y)}`;
  const by = `${formatNumber(change.change, definition.decimals + 1)} ${definition.unit}`.trim();
  return `Largest change over the old range: ${by} at ${at}${up}.`;
}

function beyondRule(
  rule: RuleId,
  percent: number,
  physics: ((x: number, y: number) => number) | null,
): BeyondRule {
  if (rule === 'percent') return { kind: 'percent', percent };
  if (rule === 'physics' && physics !== null) return { kind: 'physics', valueAt: physics };
  return rule === 'slope' ? { kind: 'slope' } : { kind: 'hold' };
}
