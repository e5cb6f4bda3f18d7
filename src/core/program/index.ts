export { BLENDED, type FirstMapId, type SecondMapId } from './blend';
export type {
  EcuProgram,
  FuelBlend,
  IgnitionProgram,
  InjectionProgram,
  InjectorProgram,
  InputId,
  InputProgram,
  LoadProgram,
  SecondSetProgram,
  Tables,
} from './ecuProgram';
export { FIRST_OF, isMapId, isSecondMapId, MAP_DEFINITIONS, MAP_IDS, type MapId } from './maps';
