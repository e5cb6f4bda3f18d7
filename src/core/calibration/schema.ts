import * as z from 'zod';
import { camSchema } from '../cams';
import { coilSchema } from '../coil';
import { engineSchema } from '../engine';
import { injectionSchema, injectorSchema, stagingSchema } from '../injector';
import { mapSchema } from '../map';
import { outputsSchema } from '../outputs';
import { pinsSchema } from '../pins';
import { sensorsSchema } from '../sensors';
import { startupSchema } from '../startup/startupSchema';
import { triggerSchema } from '../trigger';
import { MAP_DEFINITIONS } from './maps';

/** Marks a file as ours. */
export const CALIBRATION_FORMAT = 'lumbre-calibration';

/** Version of the document's shape; raised with each migration. */
export const CALIBRATION_VERSION = 2;

/** Which stand-in engine the dry start turns: one of the demo engines as built, or one derived from the description. */
export const STAND_INS = ['described', 'ventisca', 'pardela'] as const;

const mapsSchema = z.object({
  ve: mapSchema(MAP_DEFINITIONS.ve),
  lambda: mapSchema(MAP_DEFINITIONS.lambda),
  spark: mapSchema(MAP_DEFINITIONS.spark),
  cranking: mapSchema(MAP_DEFINITIONS.cranking),
  afterStart: mapSchema(MAP_DEFINITIONS.afterStart),
  afterStartDecay: mapSchema(MAP_DEFINITIONS.afterStartDecay),
  warmUp: mapSchema(MAP_DEFINITIONS.warmUp),
});

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
  maps: mapsSchema,
});

export type Calibration = z.infer<typeof calibrationSchema>;

export type StandInId = (typeof STAND_INS)[number];
