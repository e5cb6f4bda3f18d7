import { sourceSchema, z } from '../field/schema';
import { ecuSchema } from './ecuSchema';

const assignmentSchema = z.object({
  /** Id of the function, from `pinFunctions`. */
  function: z.string().min(1).max(40),
  pin: z.string().min(1).max(4),
  /** A note for the loom: colour, splice, connector. */
  wire: z.string().max(80),
  source: sourceSchema,
});

/** Which pin does what, and the wiring as it was last confirmed in the loom. */
export const pinsSchema = z.object({
  /** The engine computer as described when it was chosen; null while none is. */
  ecu: ecuSchema.nullable(),
  assignments: z.array(assignmentSchema).max(200),
  confirmed: z
    .object({
      date: z.iso.date(),
      wires: z
        .array(z.object({ function: z.string().min(1).max(40), pin: z.string().min(1).max(4) }))
        .max(200),
    })
    .nullable(),
});

export type Pins = z.infer<typeof pinsSchema>;
export type PinAssignment = Pins['assignments'][number];
