import { useCallback } from 'react';
import { View } from 'react-native';
import type { Calibration, MapKey } from '@/core/calibration';
import { cellOf, checkById, type Finding, findingWords, reviewed } from '@/core/checks';
import { useDocumentPartAfter } from '@/data/session/documentParts';
import { useShownUnits } from '@/data/shownUnits';
import { Button } from '@/ui/button/Button';
import { cellSelection } from '@/ui/grid';
import { Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import type { MapEditing } from './useMapEditing';

interface Props {
  mapKey: MapKey;
  editing: MapEditing;
  /** A finding led to this map: that nothing is left of it is said too. */
  led?: boolean;
}

/** What the checks find in this map and nobody has accepted; a cell that is meant is selected by a touch. */
export function MapFindings({ mapKey, editing, led = false }: Props) {
  const [units] = useShownUnits();
  const found = useDocumentPartAfter(
    useCallback((document: Calibration) => foundIn(document, mapKey), [mapKey]),
  );
  if (found === null) return null;
  if (found.length === 0) {
    return led ? <Message tone="good">Nothing is found in this map any more.</Message> : null;
  }
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
