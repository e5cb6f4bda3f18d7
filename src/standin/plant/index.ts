/**
 * The engine that turns, with the car it is in: air, fuel, combustion, torque, heat, electrics, wheels.
 * Sees no engine computer: openings and sparks come in, speeds, pressures and temperatures go out.
 * Trial values stand here with what they make believable; docs/physics.md says where each comes from.
 */
export { AS_THEY_CAME, EACH_TURN, plateAdds, type PlateScrews } from './plates';
export { drawingDeg, plateShare, stepAir, stepChargeTemperature, stepFilling } from './air';
export { type Breathing, trueVePercent, trueVeGrid } from './breathing';
export { chargedAirC, stepCharger } from './charger';
export { type CrankLoad, stepCrank } from './crank';
export { starterTorqueNm, stepElectrics } from './electrics';
export { airAtSensor, lambdaRead, stepLambda } from './exhaust';
export { type EventOutcome, fire, firedAtRest } from './fire';
export { oilPressureKpa, stepHeat } from './heat';
export { type Ear, heardKnockV, knockNoiseV } from './knock';
export type {
  Charger,
  Exhaust,
  FuelInTank,
  IdleAir,
  InjectorSet,
  Metal,
  SecondInjectorSet,
  Surroundings,
  Throttle,
  Vehicle,
} from './metal';
export {
  copiedPlant,
  intervalsDeg,
  isStanding,
  manifoldKpa,
  plantAtRest,
  type PlantState,
  REST_DEG,
} from './plantState';
export { KPA_EACH_TURN, type Rig } from './rig';
export { soakedAirC } from './soak';
export { inject, type Opening, railGaugeKpa, stepSupply } from './supply';
export { freedShare, thinShare } from './work';
