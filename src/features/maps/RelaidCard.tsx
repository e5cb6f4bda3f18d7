import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { definitionAt, type MapKey } from '@/core/calibration';
import { axisPlace, type MapData, type MapDefinition, type SurfaceChange } from '@/core/map';
import { formatNumber } from '@/core/units';
import { useLater } from '@/data/session/documentParts';
import { useDocument } from '@/data/session/session';
import { cellLabel, cellSelection, MapGrid, type Selection } from '@/ui/grid';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { BehindPaint } from '../fields/BehindPaint';
import { relaidBy, type RelayPlan } from './relaying';

interface Props {
  mapKey: MapKey;
  map: MapData;
  /** Its axes are in order. */
  plan: RelayPlan;
}

/** The map as a plan lays it, and what becomes of those that follow: behind the paint of what was chosen. */
export function RelaidCard({ mapKey, map, plan }: Props) {
  return (
    <Card title="The map laid anew">
      <BehindPaint>
        <Relaid mapKey={mapKey} map={map} plan={plan} />
      </BehindPaint>
    </Card>
  );
}

function Relaid({ mapKey, map, plan: wanted }: Props) {
  const document = useDocument();
  const plan = useLater(wanted);
  const definition = definitionAt(document, mapKey);
  const [own, ...followers] = useMemo(
    () => relaidBy(document, mapKey, map, plan),
    [document, mapKey, map, plan],
  );
  // Cells of other axes are other cells: what was selected is of these alone.
  const [chosen, setChosen] = useState<{ readonly of: RelayPlan['axes']; readonly selection: Selection }>();
  const selection = chosen?.of === plan.axes ? chosen.selection : FIRST_CELL;
  return (
    <>
      <View role="status">
        <Text>{changeWords(definition, own.change)}</Text>
      </View>
      <MapGrid
        label={`${definition.label}, laid anew`}
        definition={definition}
        map={own.after}
        colours="magnitude"
        selection={selection}
        onSelection={(next) => setChosen({ of: plan.axes, selection: next })}
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
    </>
  );
}

const FIRST_CELL = cellSelection({ column: 0, row: 0 });

function changeWords(definition: MapDefinition, change: SurfaceChange): string {
  if (Math.abs(change.change) < 1e-9) return 'Over the old range the surface stays as it is.';
  const at = axisPlace(definition.x, change.x);
  const up = definition.y === null ? '' : `, ${axisPlace(definition.y, change.y)}`;
  const by = `${formatNumber(change.change, definition.decimals + 1)} ${definition.unit}`.trim();
  return `Largest change over the old range: ${by} at ${at}${up}.`;
}
