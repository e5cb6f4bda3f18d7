import { useCallback } from 'react';
import { View } from 'react-native';
import type { Calibration, MapKey } from '@/core/calibration';
import { checkById, type Finding, findingWords, reviewed } from '@/core/checks';
import { useDocumentPartAfter } from '@/data/session/documentParts';
import { useShownUnits } from '@/data/shownUnits';
import { Button } from '@/ui/button/Button';
import { cellSelection } from '@/ui/grid';
import { Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import type { MapEditing } from './useMapEditing';

/** What the checks find in this map and nobody has accepted; a cell that is meant is selected by a touch. */
export function MapFindings({ mapKey, editing }: { mapKey: MapKey; editing: MapEditing }) {
  const [units] = useShownUnits();
  const found = useDocumentPartAfter(
    useCallback((document: Calibration) => foundIn(document, mapKey), [mapKey]),
  );
  if (found === null || found.length === 0) return null;
  return (
    <View style={{ gap: SPACE.s }}>
      {found.map((finding) => {
        const cell = cellOf(finding);
        return (
          <Message
            key={finding.id}
            tone={finding.severity === 'advises' ? 'plain' : 'warning'}
            {...(cell === null
              ? {}
              : {
                  actions: (
                    <Button label="Select the cell" onPress={() => editing.select(cellSelection(cell))} />
                  ),
                })}
          >
            {`${checkById(finding.id).title}. ${findingWords(finding, units)}`}
          </Message>
        );
      })}
    </View>
  );
}

function foundIn(document: Calibration, mapKey: MapKey): readonly Finding[] {
  return reviewed(document).open.filter(({ place }) => place === `maps.${mapKey}`);
}

/** The cell that a finding is about; null for one about the whole map. */
function cellOf({ data }: Finding): { column: number; row: number } | null {
  const cell = data['cell'] as { column?: unknown; row?: unknown } | undefined;
  return typeof cell?.column === 'number' && typeof cell.row === 'number'
    ? { column: cell.column, row: cell.row }
    : null;
}
