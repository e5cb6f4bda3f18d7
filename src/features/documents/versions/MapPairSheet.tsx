import { useMemo, useState } from 'react';
import { type Calibration, definitionAt, mapAt, type MapKey } from '@/core/calibration';
import { fuelById } from '@/core/fuels';
import { mapDifference, shownAs, shownMap } from '@/core/map';
import { useShownUnits } from '@/data/shownUnits';
import { Chips } from '@/ui/button/Chips';
import { cellLabel, cellSelection, MapGrid, type Selection } from '@/ui/grid';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';

interface Side {
  readonly name: string;
  readonly document: Calibration;
}

interface Props {
  mapKey: MapKey;
  first: Side;
  second: Side;
  onClose: () => void;
}

const VIEWS = [
  { id: 'first', label: 'First' },
  { id: 'change', label: 'Change' },
  { id: 'second', label: 'Second' },
] as const;

/** One map of two states that are both not open, on the axes of the first; a key or a thumb flicks between them. */
export function MapPairSheet({ mapKey, first, second, onClose }: Props) {
  const [units] = useShownUnits();
  const [view, setView] = useState<(typeof VIEWS)[number]['id']>('change');
  const [selection, select] = useState<Selection>(cellSelection({ column: 0, row: 0 }));
  const pair = useMemo(() => {
    const ratio = fuelById(first.document.engine.fuel?.value ?? 'petrol').stoichiometricRatio;
    const as = shownAs(definitionAt(first.document, mapKey), units, ratio);
    const [own, other] = [mapAt(first.document, mapKey), mapAt(second.document, mapKey)];
    if (own === null || other === null) return null;
    const shown = shownMap(own, as);
    const compared = mapDifference(shown, shownMap(other, as));
    return { as, shown, compared };
  }, [first.document, second.document, mapKey, units]);
  if (pair === null) return null;
  const { as, shown, compared } = pair;
  const values = {
    first: shown.values,
    change: compared.values.map((difference) => -difference),
    second: compared.other,
  }[view];
  const map = { ...shown, values };
  return (
    <Sheet title={as.definition.label} open onClose={onClose}>
      <Chips label="Shown" options={VIEWS} value={view} onChange={setView} />
      <Text kind="small" colour="muted">
        {`First: “${first.name}”. Second: “${second.name}”${compared.otherAxes ? ', read between its cells: it stands on other breakpoints' : ''}.`}
      </Text>
      <MapGrid
        label={as.definition.label}
        definition={as.definition}
        map={map}
        colours={view === 'change' ? 'difference' : 'magnitude'}
        selection={selection}
        onSelection={select}
        onKey={({ key, ctrlKey }) => {
          if (ctrlKey || key.toLowerCase() !== 'd') return false;
          setView(view === 'change' ? 'first' : view === 'first' ? 'second' : 'change');
          return true;
        }}
      />
      <Text kind="small">{cellLabel(as.definition, map, selection.corner)}</Text>
    </Sheet>
  );
}
