import { inSentence } from '../units';
import { CHANNELS, CORRECTION_CHANNELS } from '../channel';
import { sourceSchema, z } from '../field/schema';
import { AXES, type MapDefinition } from '../map';
import { presentMapSchema } from '../map/schema';

/** Most corrections of a calibration. */
export const MAX_CORRECTIONS = 12;

/** What it acts on, and how. */
export const CORRECTION_TARGETS = ['target', 'fuel', 'spark'] as const;
export const CORRECTION_OPERATIONS = ['multiply', 'add', 'replace'] as const;

export type CorrectionTarget = (typeof CORRECTION_TARGETS)[number];
export type CorrectionOperation = (typeof CORRECTION_OPERATIONS)[number];

/** The condition under which a correction acts; in the channel's own unit. */
export const activationSchema = z
  .object({
    channel: z.enum(CORRECTION_CHANNELS),
    comparison: z.enum(['above', 'below']),
    threshold: z.number(),
    hysteresis: z.number().min(0),
    /** It must hold this long before the correction acts, s. */
    delayS: z.number().min(0).max(120),
  })
  .superRefine(({ channel, threshold, hysteresis, comparison }, context) => {
    const { label, min, max, unit } = AXES[channel];
    const letsGo = comparison === 'above' ? threshold - hysteresis : threshold + hysteresis;
    if (threshold < min || threshold > max) {
      const message = `${label} runs from ${min} to ${max} ${unit}; ${threshold} is outside`;
      context.addIssue({ code: 'custom', path: ['threshold'], message });
    } else if (letsGo < min || letsGo > max) {
      const message = `It would never end: ${inSentence(label)} cannot reach ${letsGo}`;
      context.addIssue({ code: 'custom', path: ['hysteresis'], message });
    }
  });

export type Activation = z.infer<typeof activationSchema>;

const shape = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,24}$/),
  name: z.string().trim().min(1).max(40),
  enabled: z.boolean(),
  on: z.enum(CORRECTION_TARGETS),
  operation: z.enum(CORRECTION_OPERATIONS),
  x: z.enum(CORRECTION_CHANNELS),
  /** Null for a curve. */
  y: z.enum(CORRECTION_CHANNELS).nullable(),
  /** Null: it always acts. */
  activation: activationSchema.nullable(),
  map: z.object({
    x: z.array(z.number()),
    y: z.array(z.number()),
    values: z.array(z.number()),
    sources: z.array(sourceSchema),
    cellSources: z.array(z.number().int().min(0)),
  }),
});

/** A correction map of the builder's own. Its map is checked against the channels and operation it names. */
export const correctionSchema = shape.superRefine((correction, context) => {
  if (correction.y !== null && correction.y === correction.x) {
    context.addIssue({ code: 'custom', path: ['y'], message: 'Both axes are the same channel' });
  }
  const map = presentMapSchema(correctionDefinition(correction)).safeParse(correction.map);
  if (map.success) return;
  for (const { path, message } of map.error.issues) {
    context.addIssue({ code: 'custom', path: ['map', ...path], message });
  }
});

/** Every correction, in the order they act, ids unlike each other. */
export const correctionsSchema = z
  .array(correctionSchema)
  .max(MAX_CORRECTIONS)
  .superRefine((corrections, context) => {
    corrections.forEach(({ id }, i) => {
      if (corrections.findIndex((other) => other.id === id) < i) {
        context.addIssue({ code: 'custom', path: [i, 'id'], message: `Two corrections are called “${id}”` });
      }
    });
  });

export type Correction = z.infer<typeof correctionSchema>;

type Values = Pick<MapDefinition, 'unit' | 'min' | 'max' | 'decimals' | 'step'>;

/** Units and limits of a correction's cells, by what it acts on and how. */
const VALUES: Readonly<Record<CorrectionTarget, Readonly<Record<'add' | 'replace', Values>>>> = {
  target: {
    add: { unit: '', min: -0.5, max: 0.5, decimals: 3, step: 0.005 },
    replace: { unit: '', min: 0.5, max: 1.4, decimals: 3, step: 0.005 },
  },
  fuel: {
    add: { unit: 'mg', min: -100, max: 200, decimals: 2, step: 0.1 },
    replace: { unit: 'mg', min: 0, max: 400, decimals: 2, step: 0.1 },
  },
  spark: {
    add: { unit: '°', min: -30, max: 30, decimals: 1, step: 0.5 },
    replace: { unit: '° BTDC', min: -20, max: 60, decimals: 1, step: 0.5 },
  },
};
const FACTOR: Values = { unit: '×', min: 0, max: 4, decimals: 3, step: 0.01 };

/** What a correction acts on, in words. */
export const TARGET_TEXT: Readonly<Record<CorrectionTarget, string>> = {
  target: 'Lambda target',
  fuel: 'Fuel',
  spark: 'Spark',
};

/** The definition of a correction's map. */
export function correctionDefinition({
  id,
  name,
  on,
  operation,
  x,
  y,
}: Pick<Correction, 'id' | 'name' | 'on' | 'operation' | 'x' | 'y'>): MapDefinition {
  const values = operation === 'multiply' ? FACTOR : VALUES[on][operation];
  const verb = { multiply: 'is multiplied by', add: 'is raised by', replace: 'becomes' }[operation];
  return {
    id: `correction-${id}`,
    label: name,
    ...values,
    x: AXES[x],
    y: y === null ? null : AXES[y],
    help: {
      what: `A correction of your own: ${inSentence(TARGET_TEXT[on])} ${verb} what this map says.`,
      usual: operation === 'multiply' ? '1.000 where it shall change nothing.' : 'Only where it is needed.',
      changes: `${TARGET_TEXT[on]}, after the built-in maps and in the order of the list of corrections.`,
    },
  };
}

/** The cell value that changes nothing; for `replace` a plain beginning. */
function neutralValue(on: CorrectionTarget, operation: CorrectionOperation): number {
  if (operation === 'multiply') return 1;
  if (operation === 'add') return 0;
  return { target: 1, fuel: 10, spark: 10 }[on];
}

/** A map for a correction that changes nothing yet. */
export function neutralMap(
  { on, operation, x, y }: Pick<Correction, 'on' | 'operation' | 'x' | 'y'>,
  source: Correction['map']['sources'][number],
): Correction['map'] {
  const along = [...CHANNELS[x].axis.start];
  const up = y === null ? [] : [...CHANNELS[y].axis.start];
  const values = Array.from({ length: along.length * Math.max(1, up.length) }, () =>
    neutralValue(on, operation),
  );
  return { x: along, y: up, values, sources: [source], cellSources: values.map(() => 0) };
}
