import { baseValue, type Calibration, type FieldPath, tableAt } from '@/core/calibration';
import type { Charger, Vehicle } from '../plant';
import { type Outline, usualCharger, usualPlateMm2, usualPumpGPerS, usualVehicle } from './usualParts';

/** What a plate wide open passes of the area of its bore: its shaft and the edges take the rest. */
const PLATE_PASSES = 0.85;

/** What is bolted to an engine, and what it sits in: as described, and as usual where nothing is. */
export interface DescribedParts {
  /** Opening of one plate, mm². */
  readonly plateMm2: number;
  readonly charger: Charger | null;
  readonly pumpGPerS: number;
  readonly vehicle: Vehicle;
}

/** The parts of a calibration’s car. */
export function describedParts(
  document: Calibration,
  outline: Outline,
  { barometricKpa, fullFuelMg }: { readonly barometricKpa: number; readonly fullFuelMg: number },
): DescribedParts {
  const said = (key: string): number | null => baseValue(document, `engine.${key}` satisfies FieldPath);
  const bore = said('throttleBore');
  const charger = usualCharger(outline, barometricKpa, said('maxManifoldPressure') ?? barometricKpa);
  const cooler = said('coolerShare');
  const usual = usualVehicle(outline.displacementL);
  const ratios = tableAt(document, 'engine.gearRatios');
  const [radiusMm, rollingPercent] = [said('tyreRadius'), said('rolling')];
  return {
    plateMm2: bore === null ? usualPlateMm2(outline) : PLATE_PASSES * (Math.PI / 4) * bore * bore,
    charger: charger && {
      ...charger,
      pressureRatio: said('chargerRatio') ?? charger.pressureRatio,
      limitKpa: said('boostLimit') ?? charger.limitKpa,
      cooled: cooler === null ? charger.cooled : cooler / 100,
    },
    pumpGPerS: said('pumpFlow') ?? usualPumpGPerS(fullFuelMg, outline.cylinders, outline.maxSpeedRpm),
    vehicle: {
      massKg: said('mass') ?? usual.massKg,
      tyreRadiusM: radiusMm === null ? usual.tyreRadiusM : radiusMm / 1000,
      ratios: ratios === null ? usual.ratios : byGear(ratios),
      dragAreaM2: said('dragArea') ?? usual.dragAreaM2,
      rolling: rollingPercent === null ? usual.rolling : rollingPercent / 100,
    },
  };
}

/** Ratios with the first gear first; 0, which is neutral, for one that is not there. */
function byGear(rows: readonly number[][]): number[] {
  const ratios = new Map(rows.map(([gear = 0, ratio = 0]) => [Math.round(gear), ratio]));
  return Array.from({ length: Math.max(...ratios.keys()) }, (_, i) => ratios.get(i + 1) ?? 0);
}
