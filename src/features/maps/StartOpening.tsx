import { compile } from '@/core/calibration';
import { frameOf, PHASE } from '@/core/channel';
import { injectionAt } from '@/core/ecu';
import { formatNumber } from '@/core/units';
import { useDocumentLater } from '@/data/session/documentParts';
import { Text } from '@/ui/text/Text';

/** Where cranking and prime fuel are shown in milliseconds: a cold starter's speed, and the voltage under its load. */
const CRANKING_AT = { speed: 210, battery: 9.5 } as const;

/** Cranking or prime fuel as the opening it comes to. */
export function StartOpening({
  mapKey,
  multiple,
  coolantC,
}: {
  mapKey: 'cranking' | 'prime';
  multiple: number;
  coolantC: number;
}) {
  const result = compile(useDocumentLater());
  if (!result.ok) {
    return (
      <Text kind="small" colour="muted">
        Its opening in ms is shown here once engine, injectors and maps are complete.
      </Text>
    );
  }
  const { program } = result;
  const at = injectionAt(
    program,
    frameOf({
      ...CRANKING_AT,
      phase: PHASE.cranking,
      manifoldPressure: program.barometricKpa,
      coolant: coolantC,
      air: Math.min(coolantC, 20),
    }),
  );
  if (mapKey === 'cranking') {
    return (
      <Text kind="number" colour="muted">
        {`${formatNumber(at.openingMs, 2)} ms opening at ${CRANKING_AT.speed} rev/min and ${CRANKING_AT.battery} V, ${formatNumber(at.fuelMg, 1)} mg of fuel`}
      </Text>
    );
  }
  const fullMg = (100 * at.baseFuelMg) / at.vePercent;
  return (
    <Text kind="number" colour="muted">
      {`${formatNumber((multiple * fullMg) / at.flowGPerS, 1)} ms of flow, ${formatNumber(multiple * fullMg, 1)} mg a cylinder`}
    </Text>
  );
}
