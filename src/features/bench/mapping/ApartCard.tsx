import type { Calibration } from '@/core/calibration';
import { generatedMap, usualChoices } from '@/core/generators';
import { type Mapping, type MappingTask, sensorsApart } from '@/core/log';
import { type MapData, withCells } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { apartWords } from './mappingWords';
import { cylinderOf, sensorName } from './sensorName';

interface Props {
  document: Calibration;
  mapping: Mapping;
  task: MappingTask;
}

/** Two mixtures that differ: said, and evened out by a trim of each where each sensor sees one cylinder. */
export function ApartCard({ document, mapping, task }: Props) {
  if (task.sensors.length < 2) return null;
  const apart = sensorsApart(mapping);
  const words = apartWords(apart, [sensorName(document, 'lambdaOne'), sensorName(document, 'lambdaTwo')]);
  if (apart === null || words === null) return null;
  const [one, two] = [cylinderOf(document, 'lambdaOne'), cylinderOf(document, 'lambdaTwo')];
  const trims = one === null || two === null || one === two ? null : trimmed(document, one, two, apart.ln);
  return (
    <Card title="Between the sensors">
      <Text>{words}</Text>
      {trims === null ? (
        <Text kind="small" colour="muted">
          The map is made for their mean. Injectors, air and pressure of the two are worth a look.
        </Text>
      ) : (
        <Button
          label={`Trim cylinders ${one} and ${two} evenly`}
          onPress={() =>
            edit('Trim two cylinders from live mapping', (draft) => {
              draft.maps.fuelCylinder = trims;
            })
          }
        />
      )}
    </Card>
  );
}

/** Fuel trims by cylinder with half of the difference each way. */
function trimmed(document: Calibration, one: number, two: number, ln: number): MapData | null {
  const before = document.maps.fuelCylinder ?? proposed(document);
  if (before === null) return null;
  const { min, max, decimals } = MAP_DEFINITIONS.fuelCylinder;
  const moved = (cylinder: number, byLn: number) => {
    const index = before.x.indexOf(cylinder);
    const value = 100 * ((1 + (before.values[index] ?? 0) / 100) * Math.exp(byLn) - 1);
    const held = Math.min(max, Math.max(min, Number(value.toFixed(decimals))));
    return index < 0 ? [] : [{ index, value: held }];
  };
  const changes = [...moved(one, ln / 2), ...moved(two, -ln / 2)];
  const source = { kind: 'measured', date: today(), note: 'Live mapping' } as const;
  return changes.length < 2 ? null : withCells(before, changes, source);
}

function proposed(document: Calibration): MapData | null {
  const result = generatedMap(document, 'fuelCylinder', usualChoices(document), today());
  return result.ok ? result.proposal.after : null;
}
