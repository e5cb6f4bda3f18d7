/** Every check, subject by subject in the order of work. Written by `npm run checks` from the files beside it. */
import type { Check } from './entry/check';
import { documentStarterLeft } from './document/starterLeft';
import { engineBankTwo } from './engine/bankTwo';
import { engineBoreMoved } from './engine/boreMoved';
import { engineBoreToStroke } from './engine/boreToStroke';
import { engineCylinderSize } from './engine/cylinderSize';
import { engineFiringAngles } from './engine/firingAngles';
import { engineFiringOrder } from './engine/firingOrder';
import { engineFiringOrderUnusual } from './engine/firingOrderUnusual';
import { enginePowerAboveMaximum } from './engine/powerAboveMaximum';
import { enginePressureWithoutCharger } from './engine/pressureWithoutCharger';
import { engineTorqueAbovePower } from './engine/torqueAbovePower';
import { camsValveEvents } from './cams/valveEvents';
import { triggerCamInGap } from './trigger/camInGap';
import { triggerCoarse } from './trigger/coarse';
import { triggerCountVaries } from './trigger/countVaries';
import { triggerGapNotTold } from './trigger/gapNotTold';
import { triggerNothingLeft } from './trigger/nothingLeft';
import { triggerOffsetUnset } from './trigger/offsetUnset';
import { triggerTdcInGap } from './trigger/tdcInGap';
import { triggerUnusualTeeth } from './trigger/unusualTeeth';
import { triggerWindowWide } from './trigger/windowWide';
import { pinsBurns } from './pins/burns';
import { pinsNoSuchPin } from './pins/noSuchPin';
import { pinsTwoJobs } from './pins/twoJobs';
import { pinsUnwired } from './pins/unwired';
import { pinsWrongKind } from './pins/wrongKind';
import { sensorsBlindRange } from './sensors/blindRange';
import { sensorsEthanolBand } from './sensors/ethanolBand';
import { sensorsFaultBand } from './sensors/faultBand';
import { sensorsGears } from './sensors/gears';
import { sensorsGuessedCurve } from './sensors/guessedCurve';
import { sensorsKnockResonance } from './sensors/knockResonance';
import { sensorsLambdaBank } from './sensors/lambdaBank';
import { sensorsLambdaBelieved } from './sensors/lambdaBelieved';
import { sensorsLambdaCylinder } from './sensors/lambdaCylinder';
import { sensorsMapTooSmall } from './sensors/mapTooSmall';
import { sensorsNoCurve } from './sensors/noCurve';
import { sensorsNoFaultBand } from './sensors/noFaultBand';
import { sensorsPointOffCurve } from './sensors/pointOffCurve';
import { sensorsPullUp } from './sensors/pullUp';
import { sensorsThermistorFaultBand } from './sensors/thermistorFaultBand';
import { sensorsThermistorTurnsBack } from './sensors/thermistorTurnsBack';
import { sensorsThrottle } from './sensors/throttle';
import { sensorsTurnsBack } from './sensors/turnsBack';
import { injectorsDeadTime } from './injectors/deadTime';
import { injectorsDeadTimePressure } from './injectors/deadTimePressure';
import { injectorsDeadTimeVolts } from './injectors/deadTimeVolts';
import { injectorsDriverBurns } from './injectors/driverBurns';
import { injectorsDuty } from './injectors/duty';
import { injectorsFlowPoints } from './injectors/flowPoints';
import { injectorsFlowUnit } from './injectors/flowUnit';
import { injectorsHeadRoom } from './injectors/headRoom';
import { injectorsIdlePulse } from './injectors/idlePulse';
import { injectorsPressureLeft } from './injectors/pressureLeft';
import { injectorsRailPressureUnit } from './injectors/railPressureUnit';
import { injectorsRegulatorUnmeasured } from './injectors/regulatorUnmeasured';
import { injectionMode } from './injection/mode';
import { injectionOverlapLoss } from './injection/overlapLoss';
import { injectionPairs } from './injection/pairs';
import { injectionTooFewDrivers } from './injection/tooFewDrivers';
import { stagingHandOver } from './staging/handOver';
import { coilsDriverBurns } from './coils/driverBurns';
import { coilsDwellRises } from './coils/dwellRises';
import { coilsDwellTime } from './coils/dwellTime';
import { coilsDwellUnit } from './coils/dwellUnit';
import { coilsMode } from './coils/mode';
import { coilsNeverReached } from './coils/neverReached';
import { outputsDriverBurns } from './outputs/driverBurns';
import { outputsHysteresisNoise } from './outputs/hysteresisNoise';
import { outputsNeverLetsGo } from './outputs/neverLetsGo';
import { outputsNeverSwitches } from './outputs/neverSwitches';
import { outputsNoCondition } from './outputs/noCondition';
import { outputsNoFuelPump } from './outputs/noFuelPump';
import { outputsNoIdleValve } from './outputs/noIdleValve';
import { outputsNoMainRelay } from './outputs/noMainRelay';
import { outputsOutside } from './outputs/outside';
import { mapsAfterStartShort } from './maps/afterStartShort';
import { mapsCrankAdvanceHigh } from './maps/crankAdvanceHigh';
import { mapsIdleNoAirCold } from './maps/idleNoAirCold';
import { mapsLambdaLean } from './maps/lambdaLean';
import { mapsLambdaNotRicher } from './maps/lambdaNotRicher';
import { mapsLambdaUnburnable } from './maps/lambdaUnburnable';
import { mapsNeverReached } from './maps/neverReached';
import { mapsSparkCliff } from './maps/sparkCliff';
import { mapsSparkOverKnock } from './maps/sparkOverKnock';
import { mapsSparkRises } from './maps/sparkRises';
import { mapsStale } from './maps/stale';
import { mapsStartColdEnd } from './maps/startColdEnd';
import { mapsStartNotFalling } from './maps/startNotFalling';
import { mapsVeCliff } from './maps/veCliff';
import { mapsVeFull } from './maps/veFull';
import { mapsVeIdle } from './maps/veIdle';
import { mapsVeSpike } from './maps/veSpike';
import { loadThrottleAloneCharged } from './load/throttleAloneCharged';
import { blendNoSensor } from './blend/noSensor';
import { overrunReachesIdle } from './overrun/reachesIdle';
import { overrunReturnsLate } from './overrun/returnsLate';
import { correctionsNoSensor } from './corrections/noSensor';
import { correctionsPressureTwice } from './corrections/pressureTwice';
import { accelerationNeverEnds } from './acceleration/neverEnds';
import { boostAboveGoal } from './boost/aboveGoal';
import { boostBelowSpring } from './boost/belowSpring';
import { boostNoValve } from './boost/noValve';
import { closedLoopBelievesLess } from './closedLoop/believesLess';
import { closedLoopFalseReading } from './closedLoop/falseReading';
import { closedLoopFreezes } from './closedLoop/freezes';
import { closedLoopGains } from './closedLoop/gains';
import { closedLoopLeanUnderLoad } from './closedLoop/leanUnderLoad';
import { closedLoopLearnedWider } from './closedLoop/learnedWider';
import { closedLoopLearnsAlone } from './closedLoop/learnsAlone';
import { closedLoopNoSensor } from './closedLoop/noSensor';
import { closedLoopUnseen } from './closedLoop/unseen';
import { idleIntegralWinds } from './idle/integralWinds';
import { idleLoadWithoutAir } from './idle/loadWithoutAir';
import { idleNoControl } from './idle/noControl';
import { idleNoValve } from './idle/noValve';
import { idleSparkAuthority } from './idle/sparkAuthority';
import { idleTargetUnreachable } from './idle/targetUnreachable';
import { knockBandOff } from './knock/bandOff';
import { knockGainSaturates } from './knock/gainSaturates';
import { knockNoSensor } from './knock/noSensor';
import { knockThresholdInNoise } from './knock/thresholdInNoise';
import { knockWindowBeforeSpark } from './knock/windowBeforeSpark';
import { launchAboveLimit } from './launch/aboveLimit';
import { launchNoSpeed } from './launch/noSpeed';
import { launchNoSwitch } from './launch/noSwitch';
import { limitsAboveMaximum } from './limits/aboveMaximum';
import { limitsNone } from './limits/none';
import { limitsRawFuel } from './limits/rawFuel';
import { limitsReachesIdle } from './limits/reachesIdle';
import { limitsSoftAboveHard } from './limits/softAboveHard';
import { protectionBoostBelowGoal } from './protection/boostBelowGoal';
import { protectionNoBoostControl } from './protection/noBoostControl';
import { protectionNoSensor } from './protection/noSensor';
import { shiftNoSwitch } from './shift/noSwitch';

export const CHECKS: readonly Check[] = [
  documentStarterLeft,
  engineBankTwo,
  engineBoreMoved,
  engineBoreToStroke,
  engineCylinderSize,
  engineFiringAngles,
  engineFiringOrder,
  engineFiringOrderUnusual,
  enginePowerAboveMaximum,
  enginePressureWithoutCharger,
  engineTorqueAbovePower,
  camsValveEvents,
  triggerCamInGap,
  triggerCoarse,
  triggerCountVaries,
  triggerGapNotTold,
  triggerNothingLeft,
  triggerOffsetUnset,
  triggerTdcInGap,
  triggerUnusualTeeth,
  triggerWindowWide,
  pinsBurns,
  pinsNoSuchPin,
  pinsTwoJobs,
  pinsUnwired,
  pinsWrongKind,
  sensorsBlindRange,
  sensorsEthanolBand,
  sensorsFaultBand,
  sensorsGears,
  sensorsGuessedCurve,
  sensorsKnockResonance,
  sensorsLambdaBank,
  sensorsLambdaBelieved,
  sensorsLambdaCylinder,
  sensorsMapTooSmall,
  sensorsNoCurve,
  sensorsNoFaultBand,
  sensorsPointOffCurve,
  sensorsPullUp,
  sensorsThermistorFaultBand,
  sensorsThermistorTurnsBack,
  sensorsThrottle,
  sensorsTurnsBack,
  injectorsDeadTime,
  injectorsDeadTimePressure,
  injectorsDeadTimeVolts,
  injectorsDriverBurns,
  injectorsDuty,
  injectorsFlowPoints,
  injectorsFlowUnit,
  injectorsHeadRoom,
  injectorsIdlePulse,
  injectorsPressureLeft,
  injectorsRailPressureUnit,
  injectorsRegulatorUnmeasured,
  injectionMode,
  injectionOverlapLoss,
  injectionPairs,
  injectionTooFewDrivers,
  stagingHandOver,
  coilsDriverBurns,
  coilsDwellRises,
  coilsDwellTime,
  coilsDwellUnit,
  coilsMode,
  coilsNeverReached,
  outputsDriverBurns,
  outputsHysteresisNoise,
  outputsNeverLetsGo,
  outputsNeverSwitches,
  outputsNoCondition,
  outputsNoFuelPump,
  outputsNoIdleValve,
  outputsNoMainRelay,
  outputsOutside,
  mapsAfterStartShort,
  mapsCrankAdvanceHigh,
  mapsIdleNoAirCold,
  mapsLambdaLean,
  mapsLambdaNotRicher,
  mapsLambdaUnburnable,
  mapsNeverReached,
  mapsSparkCliff,
  mapsSparkOverKnock,
  mapsSparkRises,
  mapsStale,
  mapsStartColdEnd,
  mapsStartNotFalling,
  mapsVeCliff,
  mapsVeFull,
  mapsVeIdle,
  mapsVeSpike,
  loadThrottleAloneCharged,
  blendNoSensor,
  overrunReachesIdle,
  overrunReturnsLate,
  correctionsNoSensor,
  correctionsPressureTwice,
  accelerationNeverEnds,
  boostAboveGoal,
  boostBelowSpring,
  boostNoValve,
  closedLoopBelievesLess,
  closedLoopFalseReading,
  closedLoopFreezes,
  closedLoopGains,
  closedLoopLeanUnderLoad,
  closedLoopLearnedWider,
  closedLoopLearnsAlone,
  closedLoopNoSensor,
  closedLoopUnseen,
  idleIntegralWinds,
  idleLoadWithoutAir,
  idleNoControl,
  idleNoValve,
  idleSparkAuthority,
  idleTargetUnreachable,
  knockBandOff,
  knockGainSaturates,
  knockNoSensor,
  knockThresholdInNoise,
  knockWindowBeforeSpark,
  launchAboveLimit,
  launchNoSpeed,
  launchNoSwitch,
  limitsAboveMaximum,
  limitsNone,
  limitsRawFuel,
  limitsReachesIdle,
  limitsSoftAboveHard,
  protectionBoostBelowGoal,
  protectionNoBoostControl,
  protectionNoSensor,
  shiftNoSwitch,
];
