/**
 * Prime, cranking, after-start and warm-up: their maps and generator.
 * Formulas over coolant and fuel, without memory.
 * Which of them counts at a moment is decided in ecu.
 */
export {
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  type StartUpCurveId,
  taperReasons,
  TURNS_BREAKPOINTS,
} from './startupGenerator';
export { STARTUP_MAPS } from './startupMaps';
