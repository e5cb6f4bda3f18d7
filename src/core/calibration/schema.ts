import { boostSchema } from '../boost/schema';
import { camSchema } from '../cams/schema';
import { closedLoopSchema, learnedSchema } from '../closedLoop/schema';
import { coilSchema } from '../coil/schema';
import { correctionsSchema } from '../correction/schema';
import { engineSchema } from '../engine/schema';
import { z } from '../field/schema';
import { accelerationSchema, blendSchema, loadSchema, overrunSchema } from '../fuel/schema';
import { idleSchema } from '../idle/schema';
import { injectionSchema, injectorSchema, stagingSchema } from '../injector/schema';
import { knockSchema } from '../knock/schema';
import { launchSchema, limitsSchema, shiftSchema } from '../limits/schema';
import { mapSchema } from '../map/schema';
import { outputsSchema } from '../outputs/schema';
import { pinsSchema } from '../pins/schema';
import { MAP_DEFINITIONS, MAP_IDS, type MapId } from '../program';
import { protectionSchema, sensorLossSchema } from '../protection/schema';
import { reviewSchema } from '../review/schema';
import { sensorsSchema } from '../sensors/schema';
import { startupSchema } from '../startup/schema';
import { triggerSchema } from '../trigger/schema';

/** Marks a file as ours. */
export const CALIBRATION_FORMAT = 'lumbre-calibration';

/** Version of the document's shape; raised with each migration. */
export const CALIBRATION_VERSION = 5;

/** Which stand-in engine the dry start turns: one of the demo engines as built, or one derived from the description. */
export const STAND_INS = ['described', 'ventisca', 'pardela'] as const;

/** The schema of every map. Built in the order of {@link MAP_DEFINITIONS}, so files list them in the order of work. */
const mapsSchema = z.object(
  Object.fromEntries(MAP_IDS.map((id) => [id, mapSchema(MAP_DEFINITIONS[id])])) as Record<
    MapId,
    ReturnType<typeof mapSchema>
  >,
);

/** A map whose breakpoints follow another's. */
const couplingSchema = z.object({ map: z.enum(MAP_IDS), to: z.enum(MAP_IDS) });

/** The calibration document, composed of its subjects' schemas. Limits across fields are checked in `check.ts`. */
export const calibrationSchema = z.object({
  format: z.literal(CALIBRATION_FORMAT),
  version: z.literal(CALIBRATION_VERSION),
  name: z.string().trim().min(1).max(60),
  note: z.string().max(2000),
  standIn: z.enum(STAND_INS),
  engine: engineSchema,
  cams: camSchema,
  trigger: triggerSchema,
  pins: pinsSchema,
  sensors: sensorsSchema,
  injectors: injectorSchema,
  injection: injectionSchema,
  staging: stagingSchema,
  coils: coilSchema,
  outputs: outputsSchema,
  startUp: startupSchema,
  load: loadSchema,
  idle: idleSchema,
  acceleration: accelerationSchema,
  overrun: overrunSchema,
  blend: blendSchema,
  limits: limitsSchema,
  launch: launchSchema,
  shift: shiftSchema,
  boost: boostSchema,
  closedLoop: closedLoopSchema,
  learned: learnedSchema,
  knock: knockSchema,
  protection: protectionSchema,
  sensorLoss: sensorLossSchema,
  corrections: correctionsSchema,
  couplings: z.array(couplingSchema).max(MAP_IDS.length),
  maps: mapsSchema,
  review: reviewSchema,
  /** Sums of the states it left in, as a file or a copy, newest last: by them a common ancestor is found. */
  lineage: z.array(z.number().int().min(0)).max(64).default([]),
});

export type Calibration = z.infer<typeof calibrationSchema>;

export type StandInId = (typeof STAND_INS)[number];
