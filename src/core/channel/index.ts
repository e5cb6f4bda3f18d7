/**
 * The one list of channels, and frames: one moment of all of them as numbers by place.
 * Label, quantity, limits, decimals, axis and log column of a channel are said here and nowhere else.
 * What reads or computes a channel lives elsewhere.
 */
export { MOST_CYLINDERS } from './byCylinder';
export {
  AXIS_CHANNELS,
  type AxisChannel,
  CHANNEL_IDS,
  CHANNEL_USES,
  type ChannelId,
  channelQuantity,
  channelsFor,
  codesText,
  CHANNELS,
  CORRECTION_CHANNELS,
  type CorrectionChannel,
  OUTPUT_CHANNELS,
  type OutputChannel,
  REQUESTED_CHANNELS,
} from './channels';
export { CUT_REASONS, cutsChannel, type CutReason } from './byLimit';
export type { ChannelInfo } from './channelInfo';
export {
  GUARD_CODE,
  GUARD_REASONS,
  IDLE_CODE,
  type IdleStateId,
  IDLE_STATES,
  KNOCK_CODE,
  KNOCK_STATES,
  type KnockStateId,
  LIMIT_CODE,
  type LimitId,
  LIMITS,
  LOOP_CODE,
  LOOP_STATES,
  type LoopStateId,
  LOST_BIT,
  SENSORS_LOST,
  WORK_CODE,
  WORK_STATES,
  type WorkStateId,
} from './codes';
export { type ShownChannel, shownChannel } from './shownChannel';
export {
  AT,
  KNOCK_NOISE_PLACES,
  KNOCK_RETARD_PLACES,
  type ChannelValues,
  type Frame,
  frameOf,
  PHASE,
  read,
  write,
  placeOf,
} from './frame';
