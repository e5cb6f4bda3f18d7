/** Door to the fields: how the document keeps what this folder computes with. */
export { GUARD_ACTS, protectionSchema, sensorLossSchema } from './protectionSchema';
