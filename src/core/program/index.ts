/**
 * EcuProgram: the calibration compiled, with tables by map id, inputs, outputs, trigger, coils, control settings.
 * Plain and cloneable: it goes to workers, and later over the link.
 * It knows no document; what makes one of a document is calibration/compile.
 */
export { BLENDED, type FirstMapId, isFirstMapId, type SecondMapId } from './blend';
export { NO_IDLE, NOTHING_LOST } from './ecuProgram';
export type {
  EcuProgram,
  FuelBlend,
  IgnitionProgram,
  InjectionProgram,
  InjectorProgram,
  InputCurve,
  InputProgram,
  LoadProgram,
  OutputProgram,
  SecondSetProgram,
  SensorLoss,
  Tables,
} from './ecuProgram';
export { FIRST_OF, isMapId, isSecondMapId, MAP_DEFINITIONS, MAP_IDS, type MapId } from './maps';
