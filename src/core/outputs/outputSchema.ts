import { OUTPUT_CHANNELS } from '../channel';
import { sourceSchema, z } from '../field/schema';

/** Most conditions of an output, and most outputs. */
export const MAX_CONDITIONS = 3;
export const MAX_OUTPUTS = 16;

/** What a load of an output may draw, A. */
export const OUTPUT_CURRENT_A = { min: 0.01, max: 60 } as const;

/** One thing an output looks at. Threshold and hysteresis in the channel's base unit. */
const conditionSchema = z.object({
  channel: z.enum(OUTPUT_CHANNELS),
  comparison: z.enum(['above', 'below']),
  threshold: z.number(),
  hysteresis: z.number().min(0),
  /** Once on or off, at least this long, s. */
  minOnS: z.number().min(0).max(120),
  minOffS: z.number().min(0).max(120),
});

/** What an output is there for; it names the pin's function. */
export const OUTPUT_PURPOSES = [
  'fuelPump',
  'secondPump',
  'fan',
  'idleValve',
  'tachometer',
  'warningLamp',
  'shiftLight',
  'boostValve',
  'mainRelay',
  'other',
] as const;

export type OutputPurpose = (typeof OUTPUT_PURPOSES)[number];

/** Outputs that follow something else than conditions: a map, a control, and the key. */
const WITHOUT_CONDITIONS: readonly OutputPurpose[] = ['idleValve', 'boostValve', 'mainRelay'];

/** True for an output that is switched by conditions. */
export function isSwitched({ purpose, pulsesPerTurn }: Pick<Output, 'purpose' | 'pulsesPerTurn'>): boolean {
  return pulsesPerTurn === null && !WITHOUT_CONDITIONS.includes(purpose);
}

/** A switched or pulsing output. */
export const outputSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,24}$/),
  name: z.string().trim().min(1).max(40),
  purpose: z.enum(OUTPUT_PURPOSES),
  join: z.enum(['and', 'or']),
  conditions: z.array(conditionSchema).max(MAX_CONDITIONS),
  /** For one that pulses with the engine: pulses a turn. Null for a switch. */
  pulsesPerTurn: z.number().min(0.5).max(12).nullable(),
  /** Speed that idle is raised by while it is on, rev/min. */
  raisesIdleRpm: z.number().min(0).max(1000),
  /** Idle valve opening that its load needs, %; left out for none. */
  idleAirPercent: z.number().min(0).max(50).optional(),
  /** What the load draws, A; left out while nobody has said. */
  currentA: z.number().min(OUTPUT_CURRENT_A.min).max(OUTPUT_CURRENT_A.max).optional(),
  /** A relay carries the load’s current, and the pin only the relay’s. */
  throughRelay: z.boolean().optional(),
  source: sourceSchema,
});

/** Every output, ids unlike each other. */
export const outputsSchema = z
  .array(outputSchema)
  .max(MAX_OUTPUTS)
  .superRefine((outputs, context) => {
    outputs.forEach(({ id }, i) => {
      if (outputs.findIndex((other) => other.id === id) < i) {
        context.addIssue({ code: 'custom', path: [i, 'id'], message: `Two outputs are called “${id}”` });
      }
    });
  });

export type Condition = z.infer<typeof conditionSchema>;
export type Output = z.infer<typeof outputSchema>;
