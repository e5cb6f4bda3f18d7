import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { generatorValueAt, MAP_DEFINITIONS, MAP_IDS, type Calibration, type MapId } from '@/core/calibration';
import {
  axisProblem,
  evenAxis,
  extendedAxis,
  MAX_BREAKPOINTS,
  relaidMap,
  surfaceChange,
  withBreakpoint,
  type AxisDefinition,
  type BeyondRule,
  type MapData,
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

interface Props {
  mapId: MapId;
  map: MapData;
  title: ReactNode;
  onDone: () => void;
}

type RuleId = BeyondRule['kind'];
type AxisId = 'x' | 'y';

const QUANTITY = {
  speed: { quantity: 'rotationalSpeed', unit: 'rev/min' },
  manifoldPressure: { quantity: 'pressureAbsolute', unit: 'kPaAbs' },
  coolant: { quantity: 'temperature', unit: 'degC' },
} as const;

/** New breakpoints for a map, as a proposal: what is known keeps its values, and what moves is said before it lands. */
export function RelayView({ mapId, map, title, onDone }: Props) {
  const document = useDocument();
  const definition = MAP_DEFINITIONS[mapId];
  const [axis, setAxis] = useState<AxisId>('x');
  const [axes, setAxes] = useState<{ x: readonly number[]; y: readonly number[] }>({ x: map.x, y: map.y });
  const [rule, setRule] = useState<RuleId>('hold');
  const [percent, setPercent] = useState(2);
  const [selection, setSelection] = useState<Selection>(cellSelection({ column: 0, row: 0 }));
  const physics = generatorValueAt(document, mapId, { firstRun: true });
  const axisDefinition = (
    axis === 'y' && definition.y !== null ? definition.y : definition.x
  ) as AxisDefinition;
  const problem =
    axisProblem(axes.x, definition.x) ?? (definition.y === null ? null : axisProblem(axes.y, definition.y));
  const next =
    problem === null
      ? relaidMap(
          map,
          axes,
          beyondRule(rule, percent, physics),
          { kind: 'computed', date: today(), note: 'Re-laid' },
          definition,
        )
      : null;
  const change = next === null ? null : surfaceChange(map, next);
  const same = JSON.stringify([axes.x, axes.y]) === JSON.stringify([map.x, map.y]);
  const put = (values: readonly number[]) => {
    setAxes({ ...axes, [axis]: values });
    setSelection(cellSelection({ column: 0, row: 0 }));
  };
  const accept = () => {
    if (next === null) return;
    edit(`${definition.label}: axes laid anew`, (draft) => {
      draft.maps[mapId] = next;
    });
    onDone();
  };

  const beside = (
    <>
      {problem === null ? null : <Message tone="error">{problem}</Message>}
      {next === null || change === null ? null : (
        <Card title="The map laid anew">
          <View role="status">
            <Text>
              {Math.abs(change.change) < 1e-9
                ? 'Over the old range the surface stays as it is.'
                : `Largest change over the old range: ${formatNumber(change.change, definition.decimals + 1)} ${definition.unit} at ${placeWords(definition.x, change.x)}${definition.y === null ? '' : `, ${placeWords(definition.y, change.y)}`}.`}
            </Text>
          </View>
          <MapGrid
            label={`${definition.label}, laid anew`}
            definition={definition}
            map={next}
            colours="magnitude"
            selection={selection}
            onSelection={setSelection}
          />
          <Text kind="number">{cellLabel(definition, next, selection.corner)}</Text>
        </Card>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Accept the new axes"
          kind="primary"
          icon="check"
          disabled={next === null || same}
          onPress={accept}
        />
        <Button label="Refuse" icon="close" onPress={onDone} />
      </View>
    </>
  );

  return (
    <Page beside={beside}>
      {title}
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
        <BreakpointEditor key={axis} values={axes[axis]} definition={axisDefinition} onChange={put} />
        <OtherAxes document={document} mapId={mapId} channel={axisDefinition.channel} onTake={put} />
      </Card>
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

function beyondRule(
  rule: RuleId,
  percent: number,
  physics: ((x: number, y: number) => number) | null,
): BeyondRule {
  if (rule === 'percent') return { kind: 'percent', percent };
  if (rule === 'physics' && physics !== null) return { kind: 'physics', valueAt: physics };
  return rule === 'slope' ? { kind: 'slope' } : { kind: 'hold' };
}

function placeWords(axis: AxisDefinition, value: number): string {
  return `${formatNumber(value, axis.decimals)} ${axis.unit}`;
}

interface EditorProps {
  values: readonly number[];
  definition: AxisDefinition;
  onChange: (values: readonly number[]) => void;
}

/** The breakpoints of one axis: choose one to move or take out, put one in, spread them, carry them on. */
function BreakpointEditor({ values, definition, onChange }: EditorProps) {
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
    ...QUANTITY[definition.channel],
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
      <View style={{ flexDirection: 'row' }}>
        <Button
          label={`Spread ${count} evenly`}
          onPress={() => onChange(evenAxis(first, last, count, definition.decimals))}
        />
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
  mapId: MapId;
  channel: AxisDefinition['channel'];
  onTake: (values: readonly number[]) => void;
}

/** The breakpoints of another map along the same channel. */
function OtherAxes({ document, mapId, channel, onTake }: OtherProps) {
  const others = MAP_IDS.flatMap((id) => {
    const map = document.maps[id];
    if (id === mapId || map === null) return [];
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
