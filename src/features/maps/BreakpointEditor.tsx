import { useState } from 'react';
import { View } from 'react-native';
import { type Calibration, type MapKey, usedMaps } from '@/core/calibration';
import { channelQuantity } from '@/core/channel';
import {
  type AxisDefinition,
  type AxisWeight,
  evenAxis,
  extendedAxis,
  MAX_BREAKPOINTS,
  weightedAxis,
  withBreakpoint,
} from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface EditorProps {
  values: readonly number[];
  definition: AxisDefinition;
  /** Where the engine lives along it; null where nothing is known. */
  weight: AxisWeight | null;
  onChange: (values: readonly number[]) => void;
}

/** The breakpoints of one axis: choose one to move or take out, put one in, spread them, carry them on. */
export function BreakpointEditor({ values, definition, weight, onChange }: EditorProps) {
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
    ...channelQuantity(definition.channel),
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
          onPress={() => {
            const between = Number(((value + (after ?? value)) / 2).toFixed(definition.decimals));
            const next = withBreakpoint(values, between);
            onChange(next);
            setChosen(next.indexOf(between));
          }}
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
export function OtherAxes({ document, mapKey, channel, onTake }: OtherProps) {
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
