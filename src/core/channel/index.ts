export {
  AXIS_CHANNELS,
  type AxisChannel,
  type ChannelId,
  channelQuantity,
  CHANNELS,
  CORRECTION_CHANNELS,
  type CorrectionChannel,
  OUTPUT_CHANNELS,
  type OutputChannel,
} from './channels';
export { AT, type ChannelValues, type Frame, frameOf, PHASE, read, write } from './frame';
