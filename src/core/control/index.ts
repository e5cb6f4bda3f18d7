/**
 * What remembers: activation, opening throttle, overrun cut, switched outputs; each with settings, state and reason.
 * step(settings, state, frame, out): the caller owns the plain state, copied(state) copies it.
 * Formulas without memory live with their subjects.
 */
export { activation, type ActivationOut, type ActivationState, activeAt } from './activation';
export { opening, type OpeningOut, type OpeningSettings, type OpeningState } from './opening';
export {
  isOverrun,
  overrun,
  type OverrunCut,
  type OverrunOut,
  overrunRegion,
  type OverrunState,
} from './overrun';
export { outputStates, type Switching, switching, type SwitchingOut, type SwitchingState } from './switching';
