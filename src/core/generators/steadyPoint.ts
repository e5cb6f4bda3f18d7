import { airFlowGPerS, airMassMg, chargeHeating, chargeTemperatureC } from '../air';
import { type Calibration, strategyOf, valueAt } from '../calibration';
import { AT, type Frame, frameOf, PHASE, write } from '../channel';
import { proposedVePercent, throttleAtManifold } from '../fuel';
import { fuelById } from '../fuels';
import type { EcuProgram } from '../program';
import { breathingNeeds, breathingOf, camCharacterOf } from './generator';

/** A pedal that is pressed, so that no overrun cut acts; where load is measured by throttle it is computed instead. */
const PRESSED_PERCENT = 50;

/** What must be said of a point in steady running; the rest follows from the engine's description. */
export type SteadyPoint = Readonly<
  Record<'speed' | 'manifoldPressure' | 'coolant' | 'air' | 'battery', number>
>;

/**
 * An operating point long after the start, with throttle and metered air as the description has them at that pressure.
 * They only count where the load strategy looks at them. The tank holds the fuel the calibration is made for.
 */
export function steadyPoint(document: Calibration, program: EcuProgram, at: SteadyPoint): Frame {
  const { fuel } = document.engine;
  const base = frameOf({
    ...at,
    phase: PHASE.running,
    sinceStart: Infinity,
    throttle: PRESSED_PERCENT,
    ethanol: fuel === null ? 0 : fuelById(fuel.value).ethanolPercent,
  });
  const strategy = strategyOf(document);
  if (strategy === 'speedDensity' || strategy === 'pulseWidth') return base;
  if (breathingNeeds(document).some((path) => valueAt(document, path) === null)) return base;
  const breathing = breathingOf(document, camCharacterOf(document));
  if (strategy !== 'airMass') {
    write(base, AT.throttle, throttleAtManifold(breathing, at.speed, at.manifoldPressure));
    return base;
  }
  const ve = proposedVePercent(breathing.ve, at.speed, at.manifoldPressure);
  const flowAt = (chargeC: number) =>
    airFlowGPerS(
      airMassMg(ve, at.manifoldPressure, program.cylinderVolumeCm3, chargeC),
      program.cylinders,
      at.speed,
    );
  const heating = chargeHeating(flowAt(at.air) / program.load.fullAirFlowGPerS);
  write(base, AT.airFlow, flowAt(chargeTemperatureC(at.air, at.coolant, heating)));
  return base;
}
