/** Every check, subject by subject in the order of work. Written by `npm run checks` from the files beside it. */
import type { Check } from './entry/check';
import { engineBankTwo } from './engine/bankTwo';
import { engineFiringAngles } from './engine/firingAngles';
import { engineFiringOrder } from './engine/firingOrder';
import { enginePowerAboveMaximum } from './engine/powerAboveMaximum';
import { enginePressureWithoutCharger } from './engine/pressureWithoutCharger';
import { engineTorqueAbovePower } from './engine/torqueAbovePower';
import { camsValveEvents } from './cams/valveEvents';
import { triggerCamInGap } from './trigger/camInGap';
import { triggerCoarse } from './trigger/coarse';
import { triggerCountVaries } from './trigger/countVaries';
import { triggerGapNotTold } from './trigger/gapNotTold';
import { triggerNothingLeft } from './trigger/nothingLeft';
import { triggerTdcInGap } from './trigger/tdcInGap';
import { triggerWindowWide } from './trigger/windowWide';
import { pinsBurns } from './pins/burns';
import { pinsNoSuchPin } from './pins/noSuchPin';
import { pinsTwoJobs } from './pins/twoJobs';
import { pinsWrongKind } from './pins/wrongKind';
import { sensorsEthanolBand } from './sensors/ethanolBand';
import { sensorsFaultBand } from './sensors/faultBand';
import { sensorsGears } from './sensors/gears';
import { sensorsKnockResonance } from './sensors/knockResonance';
import { sensorsLambdaBank } from './sensors/lambdaBank';
import { sensorsLambdaBelieved } from './sensors/lambdaBelieved';
import { sensorsLambdaCylinder } from './sensors/lambdaCylinder';
import { sensorsMapTooSmall } from './sensors/mapTooSmall';
import { sensorsNoCurve } from './sensors/noCurve';
import { sensorsPointOffCurve } from './sensors/pointOffCurve';
import { sensorsPullUp } from './sensors/pullUp';
import { sensorsThermistorFaultBand } from './sensors/thermistorFaultBand';
import { sensorsThermistorTurnsBack } from './sensors/thermistorTurnsBack';
import { sensorsThrottle } from './sensors/throttle';
import { sensorsTurnsBack } from './sensors/turnsBack';
import { injectorsDeadTime } from './injectors/deadTime';
import { injectorsDriverBurns } from './injectors/driverBurns';
import { injectorsFlowPoints } from './injectors/flowPoints';
import { injectorsFlowUnit } from './injectors/flowUnit';
import { injectorsPressureLeft } from './injectors/pressureLeft';
import { injectorsRegulatorUnmeasured } from './injectors/regulatorUnmeasured';
import { injectionMode } from './injection/mode';
import { injectionPairs } from './injection/pairs';
import { injectionTooFewDrivers } from './injection/tooFewDrivers';
import { stagingHandOver } from './staging/handOver';
import { coilsDriverBurns } from './coils/driverBurns';
import { coilsDwellRises } from './coils/dwellRises';
import { coilsDwellTime } from './coils/dwellTime';
import { coilsMode } from './coils/mode';
import { coilsNeverReached } from './coils/neverReached';
import { outputsDriverBurns } from './outputs/driverBurns';
import { outputsNeverLetsGo } from './outputs/neverLetsGo';
import { outputsNoCondition } from './outputs/noCondition';
import { outputsNoIdleValve } from './outputs/noIdleValve';
import { outputsOutside } from './outputs/outside';
import { loadThrottleAloneCharged } from './load/throttleAloneCharged';
import { blendNoSensor } from './blend/noSensor';
import { overrunReachesIdle } from './overrun/reachesIdle';
import { overrunReturnsLate } from './overrun/returnsLate';
import { correctionsNoSensor } from './corrections/noSensor';

export const CHECKS: readonly Check[] = [
  engineBankTwo,
  engineFiringAngles,
  engineFiringOrder,
  enginePowerAboveMaximum,
  enginePressureWithoutCharger,
  engineTorqueAbovePower,
  camsValveEvents,
  triggerCamInGap,
  triggerCoarse,
  triggerCountVaries,
  triggerGapNotTold,
  triggerNothingLeft,
  triggerTdcInGap,
  triggerWindowWide,
  pinsBurns,
  pinsNoSuchPin,
  pinsTwoJobs,
  pinsWrongKind,
  sensorsEthanolBand,
  sensorsFaultBand,
  sensorsGears,
  sensorsKnockResonance,
  sensorsLambdaBank,
  sensorsLambdaBelieved,
  sensorsLambdaCylinder,
  sensorsMapTooSmall,
  sensorsNoCurve,
  sensorsPointOffCurve,
  sensorsPullUp,
  sensorsThermistorFaultBand,
  sensorsThermistorTurnsBack,
  sensorsThrottle,
  sensorsTurnsBack,
  injectorsDeadTime,
  injectorsDriverBurns,
  injectorsFlowPoints,
  injectorsFlowUnit,
  injectorsPressureLeft,
  injectorsRegulatorUnmeasured,
  injectionMode,
  injectionPairs,
  injectionTooFewDrivers,
  stagingHandOver,
  coilsDriverBurns,
  coilsDwellRises,
  coilsDwellTime,
  coilsMode,
  coilsNeverReached,
  outputsDriverBurns,
  outputsNeverLetsGo,
  outputsNoCondition,
  outputsNoIdleValve,
  outputsOutside,
  loadThrottleAloneCharged,
  blendNoSensor,
  overrunReachesIdle,
  overrunReturnsLate,
  correctionsNoSensor,
];
