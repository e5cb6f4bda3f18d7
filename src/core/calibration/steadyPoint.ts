import {
  airFlowGPerS,
  airMassMg,
  AT_REST,
  chargeHeating,
  chargeTemperatureC,
  fuelById,
  proposedVePercent,
  throttleAtManifold,
  type EngineModel,
  type OperatingPoint,
} from '../fuel';
import { breathingNeeds, breathingOf, camCharacterOf } from './generators/generator';
import { strategyOf } from './strategy';
import type { Calibration } from './schema';
import { valueAt } from './values';

/** A pedal that is pressed, so that no overrun cut acts; where load is measured by throttle it is computed instead. */
const PRESSED_PERCENT = 50;

/** What must be said of a point in steady running; the rest follows from the engine's description. */
export type SteadyPoint = Pick<OperatingPoint, 'speedRpm' | 'manifoldKpa' | 'coolantC' | 'airC' | 'batteryV'>;

/**
 * An operating point long after the start, with throttle and metered air as the description has them at that pressure.
 * They only count where the load strategy looks at them. The tank holds the fuel the calibration is made for.
 */
export function steadyPoint(document: Calibration, model: EngineModel, at: SteadyPoint): OperatingPoint {
  const { fuel } = document.engine;
  const base: OperatingPoint = {
    ...AT_REST,
    ...at,
    phase: 'running',
    sinceStartS: Infinity,
    throttlePercent: PRESSED_PERCENT,
    ethanolPercent: fuel === null ? 0 : fuelById(fuel.value).ethanolPercent,
  };
  const strategy = strategyOf(document);
  if (strategy === 'speedDensity' || strategy === 'pulseWidth') return base;
  if (breathingNeeds(document).some((path) => valueAt(document, path) === null)) return base;
  const breathing = breathingOf(document, camCharacterOf(document));
  if (strategy !== 'airMass') {
    return { ...base, throttlePercent: throttleAtManifold(breathing, at.speedRpm, at.manifoldKpa) };
  }
  const ve = proposedVePercent(breathing.ve, at.speedRpm, at.manifoldKpa);
  const flowAt = (chargeC: number) =>
    airFlowGPerS(
      airMassMg(ve, at.manifoldKpa, model.cylinderVolumeCm3, chargeC),
      model.cylinders,
      at.speedRpm,
    );
  const heating = chargeHeating(flowAt(at.airC) / model.fullAirFlowGPerS);
  return { ...base, airFlowGPerS: flowAt(chargeTemperatureC(at.airC, at.coolantC, heating)) };
}
