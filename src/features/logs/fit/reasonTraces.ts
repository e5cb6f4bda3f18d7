import type { ChannelId } from '@/core/channel';
import type { LeftOutReason } from '@/core/log';

/** What shows why a stretch of a log says nothing of the map, the most telling first; what was not logged is left out. */
export const REASON_TRACES: Readonly<Record<LeftOutReason, readonly ChannelId[]>> = {
  notRunning: ['speed', 'battery', 'injectorOpening', 'lambdaOne'],
  cold: ['coolant', 'warmUp', 'lambdaOne', 'speed'],
  afterStart: ['afterStart', 'speed', 'lambdaOne', 'injectorOpening'],
  accelerating: ['acceleration', 'throttle', 'lambdaOne', 'manifoldPressure'],
  overrunCut: ['speed', 'injectorOpening', 'lambdaOne', 'throttle'],
  noLambda: ['lambdaOne', 'lambdaTarget', 'injectorOpening', 'speed'],
  otherFuel: ['ethanol', 'lambdaOne', 'speed', 'manifoldPressure'],
  unsteady: ['speed', 'manifoldPressure', 'lambdaOne', 'throttle'],
  beyondMap: ['speed', 'manifoldPressure', 'lambdaOne', 'throttle'],
};
