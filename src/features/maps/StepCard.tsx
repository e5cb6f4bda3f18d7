import { View } from 'react-native';
import { correctionKey, definitionAt, isMapKey, mapAt, type MapKey } from '@/core/calibration';
import { formatNumber } from '@/core/units';
import type { Step, StepRead } from '@/core/workings';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { placeName } from '@/ui/grid';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** One step: its formula, what goes in, what comes out, and the cells of the map it read. */
export function StepCard({
  number,
  step,
  onMap,
}: {
  number: number;
  step: Step;
  onMap: (mapKey: MapKey) => void;
}) {
  const document = useDocument();
  const reads = (step.reads ?? []).flatMap(({ of, cells }) => {
    const mapKey = 'mapId' in of ? of.mapId : correctionKey(of.correctionId);
    return isMapKey(document, mapKey) ? [{ mapKey, cells }] : [];
  });
  const [first, ...others] = reads;
  return (
    <Card
      title={`${number}. ${step.title}`}
      aside={first === undefined ? undefined : <OpenMap mapKey={first.mapKey} onMap={onMap} />}
    >
      <Text kind="number" colour="muted">
        {step.formula}
      </Text>
      <View style={{ gap: 2 }}>
        {step.inputs.map((input) => (
          <Line key={input.symbol} symbol={input.symbol} label={input.label} value={input.value} />
        ))}
      </View>
      {first === undefined ? null : <Cells {...first} />}
      {others.map((read) => (
        <View key={read.mapKey} style={{ gap: 2 }}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
            <Text kind="small" style={{ flex: 1 }}>
              {definitionAt(document, read.mapKey).label}
            </Text>
            <OpenMap mapKey={read.mapKey} onMap={onMap} />
          </View>
          <Cells {...read} />
        </View>
      ))}
      {(step.beyond ?? []).map((text) => (
        <Message key={text} tone="warning">
          {text}
        </Message>
      ))}
      <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.s }}>
        <Text kind="strong" style={{ flex: 1 }}>
          {step.result.label}
        </Text>
        <Text kind="figure" colour="accent">
          {step.result.value}
        </Text>
      </View>
    </Card>
  );
}

function OpenMap({ mapKey, onMap }: { mapKey: MapKey; onMap: (mapKey: MapKey) => void }) {
  const document = useDocument();
  return (
    <Button
      label="Open map"
      kind="plain"
      accessibilityLabel={`Open ${definitionAt(document, mapKey).label}`}
      onPress={() => onMap(mapKey)}
    />
  );
}

function Line({ symbol, label, value }: { symbol: string; label: string; value: string }) {
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.s }}>
      <Text kind="number" colour="muted" style={{ width: 72 }}>
        {symbol}
      </Text>
      <Text kind="small" style={{ flex: 1 }}>
        {label}
      </Text>
      <Text kind="number">{value}</Text>
    </View>
  );
}

/** The cells that took part, with how much each counted. */
function Cells({ mapKey, cells }: { mapKey: MapKey; cells: StepRead['cells'] }) {
  const document = useDocument();
  const map = mapAt(document, mapKey);
  if (map === null) return null;
  const definition = definitionAt(document, mapKey);
  return (
    <View style={{ gap: 2 }}>
      <Text kind="small" colour="muted">
        {cells.length === 1 ? 'The cell that took part' : `The ${cells.length} cells that took part`}
      </Text>
      {cells.map((cell) => (
        <View key={`${cell.column}-${cell.row}`} style={{ flexDirection: 'row', gap: SPACE.s }}>
          <Text kind="small" style={{ flex: 1 }}>
            {placeName(definition, map, cell)}
          </Text>
          <Text kind="number">{`${formatNumber(cell.value, definition.decimals)} ${definition.unit}`}</Text>
          <Text kind="number" colour="muted" style={{ width: 64, textAlign: 'right' }}>
            {`× ${formatNumber(cell.weight, 3)}`}
          </Text>
        </View>
      ))}
    </View>
  );
}
