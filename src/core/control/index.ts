/**
 * What remembers: activation, opening throttle, overrun cut, speed limits, protection, boost, idle, switched outputs; each with settings, state and reason.
 * step(settings, state, frame, out): the caller owns the plain state, copied(state) copies it.
 * Formulas without memory live with their subjects.
 */
export type { Control } from './control';
export {
  IDLE_AS_IT_IS,
  IDLE_TRIAL_LIMITS,
  type OnPin,
  type IdleAsk,
  beginWork,
  endWork,
  holdWork,
  MOST_HELD_S,
  PULSE_LIMITS,
  TIMING_LIMITS,
  work,
  WORK_SILENT_S,
  type WorkAsk,
  type WorkOut,
  type WorkRefusal,
  type WorkSettings,
  type WorkState,
  type WorkTarget,
} from './work';
export { activation, type ActivationOut, type ActivationState, activeAt } from './activation';
export { boost, type BoostControl, type BoostOut, type BoostState } from './boost';
export { idle, type IdleControl, type IdleLoop, type IdleOut, idleSparkDeg, type IdleState } from './idle';
export {
  type ClosedLoop,
  closedLoop,
  type ClosedLoopOut,
  type ClosedLoopState,
  type DuringRule,
  giveBack,
  LOOP_DURING,
  loopTrim,
  withinAuthority,
} from './closedLoop';
export {
  deadTimeAtS,
  type LoopDelay,
  loopGains,
  type LoopGains,
  loopMargin,
  type LoopMargin,
} from './loopGains';
export { type LoopTrial, loopTrial, type TrialPlant, type TrialStep } from './loopTrial';
export {
  knock,
  type KnockControl,
  knockFuelPercent,
  type KnockOut,
  knockRetardDeg,
  knockSensorOf,
  type KnockState,
} from './knock';
export {
  foldLearned,
  forgetLearned,
  learnedLn,
  type LearnedOut,
  type LearnedState,
  learnedTrim,
  type LearnedTrims,
} from './learnedTrim';
export type { LoopSensor } from './sensorDoubt';
export {
  film,
  type FilmOut,
  type FilmSettings,
  type FilmState,
  filmTakes,
  followUpMg,
  injectedForFilm,
} from './film';
export { type LimitBand, limitBands } from './limitBands';
export { opening, type OpeningOut, type OpeningSettings, type OpeningState } from './opening';
export {
  isOverrun,
  overrun,
  type OverrunCut,
  type OverrunOut,
  overrunRegion,
  type OverrunState,
} from './overrun';
export {
  type Guard,
  type GuardAct,
  guardCode,
  type GuardSees,
  type Protecting,
  protection,
  type ProtectionOut,
  type ProtectionState,
} from './protection';
export {
  type CutBy,
  type Launch,
  NO_LIMIT_RPM,
  type ShiftCut,
  type SpeedLimiting,
  type SpeedLimitOut,
  speedLimits,
  type SpeedLimitState,
  withholdsSpark,
} from './speedLimits';
export { type Surge, surgeOf } from './surge';
export { outputStates, type Switching, switching, type SwitchingOut, type SwitchingState } from './switching';
