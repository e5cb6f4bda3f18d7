import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import {
  definitionAt,
  followersOf,
  generatorValueAt,
  isMapId,
  leaderOf,
  livedWeight,
  MAP_DEFINITIONS,
  possibleLeaders,
  putMap,
  relaidWithFollowers,
  usedMaps,
  usualChoices,
  type Calibration,
  type MapId,
  type MapKey,
} from '@/core/calibration';
import type { Source } from '@/core/field';
import {
  axisPlace,
  axisProblem,
  evenAxis,
  extendedAxis,
  MAX_BREAKPOINTS,
  relaidMap,
  surfaceChange,
  weightedAxis,
  withBreakpoint,
  type AxisDefinition,
  type AxisWeight,
  type BeyondRule,
  type MapData,
  type MapDefinition,
  type SurfaceChange,
} from '@/core/map';
import { formatNumber } from '@/core/units';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { cellLabel, cellSelection, MapGrid, type Selection } from '@/ui/grid';
import { Card, Message, Page } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { CHANNEL_QUANTITY } from './channelQuantities';

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

/** Whether the breakpoints follow another map's, and which. */
function CouplingCard({
  mapId,
  leader,
  onFollow,
}: {
  mapId: MapId;
  leader: MapId | null;
  onFollow: (to: MapId | null) => void;
}) {
  const document = useDocument();
  const followers = followersOf(document, mapId);
  const leaders = possibleLeaders(document, mapId);
  if (followers.length > 0) {
    const names = followers.map((id) => MAP_DEFINITIONS[id].label.toLowerCase()).join(' and ');
    return (
      <Message tone="plain">{`The breakpoints of ${names} follow this map’s: they change together.`}</Message>
    );
  }
  if (leader !== null) {
    return (
      <Card
        title="Coupled axes"
        intro={`The breakpoints follow ${MAP_DEFINITIONS[leader].label.toLowerCase()}: they change together with it, there.`}
      >
        <View style={{ flexDirection: 'row' }}>
          <Button label="Uncouple" icon="link-variant-off" onPress={() => onFollow(null)} />
        </View>
      </Card>
    );
  }
  if (leaders.length === 0) return null;
  return (
    <Card
      title="Coupled axes"
      intro="A coupled map takes another’s breakpoints now, and follows whenever they change."
    >
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {leaders.map((id) => (
          <Button
            key={id}
            label={`Follow ${MAP_DEFINITIONS[id].label.toLowerCase()}`}
            icon="link-variant"
            onPress={() => onFollow(id)}
          />
        ))}
      </View>
    </Card>
  );
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

interface EditorProps {
  values: readonly number[];
  definition: AxisDefinition;
  /** Where the engine lives along it; null where nothing is known. */
  weight: AxisWeight | null;
  onChange: (values: readonly number[]) => void;
}

/** The breakpoints of one axis: choose one to move or take out, put one in, spread them, carry them on. */
function BreakpointEditor({ values, definition, weight, onChange }: EditorProps) {
  const [chosen, setChosen] = useState(0);
  const [wanted, setCount] = useState<number | null>(null);
  const count = wanted ?? values.length;
  const first = values[0] as number;
  const last = values[values.length - 1] as number;
  const [end, setEnd] = useState(last);
  const at = Math.min(chosen, values.length - 1);
  const value = values[at] as number;
  const after = values[at + 1];
  const number = (label: string) => ({
    label,
    ...CHANNEL_QUANTITY[definition.channel],
    min: definition.min,
    max: definition.max,
  });
  return (
    <View style={{ gap: SPACE.m }}>
      <Chips
        label="Breakpoint"
        options={values.map((each, i) => ({ id: String(i), label: formatNumber(each, definition.decimals) }))}
        value={String(at)}
        onChange={(id) => setChosen(Number(id))}
      />
      <NumberBox
        key={`${at} ${value}`}
        info={number('Move it to')}
        value={value}
        onChange={(moved) => onChange(values.map((each, i) => (i === at ? moved : each)))}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Put one in after it"
          icon="plus"
          disabled={after === undefined || values.length >= MAX_BREAKPOINTS}
          onPress={() =>
            onChange(
              withBreakpoint(values, Number(((value + (after ?? value)) / 2).toFixed(definition.decimals))),
            )
          }
        />
        <Button
          label="Take it out"
          icon="minus"
          disabled={values.length <= 2}
          onPress={() => onChange(values.filter((_, i) => i !== at))}
        />
      </View>
      <NumberBox
        info={{ label: 'How many', quantity: 'count', unit: '1', min: 2, max: MAX_BREAKPOINTS }}
        value={count}
        onChange={(typed) => setCount(Math.round(typed))}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label={`Spread ${count} evenly`}
          onPress={() => onChange(evenAxis(first, last, count, definition.decimals))}
        />
        {weight === null ? null : (
          <Button
            label={`Spread ${count} where the engine lives`}
            onPress={() => onChange(weightedAxis(first, last, count, weight, definition.decimals))}
          />
        )}
      </View>
      <NumberBox info={number('Carry on to')} value={end} onChange={setEnd} />
      <View style={{ flexDirection: 'row' }}>
        <Button
          label={`Carry on to ${formatNumber(end, definition.decimals)} ${definition.unit}`}
          disabled={end >= first && end <= last}
          onPress={() => onChange(extendedAxis(values, end))}
        />
      </View>
    </View>
  );
}

interface OtherProps {
  document: Calibration;
  mapKey: MapKey;
  channel: AxisDefinition['channel'];
  onTake: (values: readonly number[]) => void;
}

/** The breakpoints of another map along the same channel. */
function OtherAxes({ document, mapKey, channel, onTake }: OtherProps) {
  const others = usedMaps(document).flatMap((id) => {
    const map = document.maps[id];
    if (id === mapKey || map === null) return [];
    const { x, y, label } = MAP_DEFINITIONS[id];
    const values = x.channel === channel ? map.x : y?.channel === channel ? map.y : null;
    return values === null ? [] : [{ id, label, values }];
  });
  if (others.length === 0) return null;
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        As in another map
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {others.map(({ id, label, values }) => (
          <Button
            key={id}
            label={label}
            accessibilityLabel={`Take the breakpoints of ${label}`}
            onPress={() => onTake(values)}
          />
        ))}
      </View>
    </View>
  );
}
