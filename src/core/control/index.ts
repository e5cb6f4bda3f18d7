export { activation, type ActivationOut, type ActivationState, activeAt } from './activation';
export {
  isOverrun,
  overrun,
  type OverrunCut,
  type OverrunOut,
  overrunRegion,
  type OverrunState,
} from './overrun';
export { outputStates, switching, type SwitchingOut, type SwitchingState } from './switching';
