import { baseValue, type Calibration, sweptVolumePerCylinderCm3, tableAt } from '@/core/calibration';
import type { VehicleFacts } from '@/core/logStudies';

/** What is taken where it is not typed: a closed car’s drag area, m², and rolling on tarmac, %. */
const USUAL = { dragAreaM2: 0.65, rollingPercent: 2 } as const;

/** What is typed of the car, for torque in newton metres; null without its mass, its tyres or its gears. */
export function vehicleFactsOf(document: Calibration): VehicleFacts | null {
  const massKg = baseValue(document, 'engine.mass');
  const tyreRadiusMm = baseValue(document, 'engine.tyreRadius');
  const gears = tableAt(document, 'engine.gearRatios');
  const cylinderCm3 = sweptVolumePerCylinderCm3(document);
  const cylinders = baseValue(document, 'engine.cylinders');
  if (
    massKg === null ||
    tyreRadiusMm === null ||
    gears === null ||
    cylinderCm3 === null ||
    cylinders === null
  )
    return null;
  const ratios = new Map(gears.map(([gear = 0, ratio = 0]) => [Math.round(gear), ratio]));
  return {
    massKg,
    tyreRadiusM: tyreRadiusMm / 1000,
    ratios: Array.from({ length: Math.max(...ratios.keys()) }, (_, i) => ratios.get(i + 1) ?? 0),
    dragAreaM2: baseValue(document, 'engine.dragArea') ?? USUAL.dragAreaM2,
    rollingShare: (baseValue(document, 'engine.rolling') ?? USUAL.rollingPercent) / 100,
    litres: (cylinderCm3 * cylinders) / 1000,
  };
}
