/** Door to the fields: how the document keeps what this folder computes with. */
export { injectionSchema, stagingSchema } from './injectionSchema';
export {
  DEAD_TIME_LIMITS,
  injectorSchema,
  MAX_DEAD_TIME_POINTS,
  MAX_DEAD_TIME_PRESSURES,
} from './injectorSchema';
