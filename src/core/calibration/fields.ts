import { boostSchema } from '../boost/schema';
import { camSchema } from '../cams/schema';
import { closedLoopSchema, learnedSchema } from '../closedLoop/schema';
import { coilSchema } from '../coil/schema';
import { engineSchema } from '../engine/schema';
import type { FieldInfo } from '../field';
import { fieldRegistry, type z } from '../field/schema';
import { accelerationSchema, blendSchema, loadSchema, overrunSchema } from '../fuel/schema';
import { idleSchema } from '../idle/schema';
import { injectionSchema, injectorSchema, stagingSchema } from '../injector/schema';
import { knockSchema } from '../knock/schema';
import { launchSchema, limitsSchema, shiftSchema } from '../limits/schema';
import type { GuardId } from '../protection';
import { protectionSchema, sensorLossSchema } from '../protection/schema';
import type { SensorId } from '../sensors';
import { sensorsSchema } from '../sensors/schema';
import { startupSchema } from '../startup/schema';
import { triggerSchema } from '../trigger/schema';

const sensors = sensorsSchema.shape;
const guards = protectionSchema.shape;

/** The parts of the document that are made of fields, by their place in it. */
export const SECTION_SCHEMAS = {
  engine: engineSchema,
  cams: camSchema,
  trigger: triggerSchema,
  'sensors.map': sensors.map,
  'sensors.throttle': sensors.throttle,
  'sensors.coolant': sensors.coolant,
  'sensors.air': sensors.air,
  'sensors.lambdaOne': sensors.lambdaOne,
  'sensors.lambdaTwo': sensors.lambdaTwo,
  'sensors.lambdaUse': sensors.lambdaUse,
  'sensors.knock': sensors.knock,
  'sensors.knockTwo': sensors.knockTwo,
  'sensors.fuelPressure': sensors.fuelPressure,
  'sensors.oilPressure': sensors.oilPressure,
  'sensors.ethanol': sensors.ethanol,
  'sensors.vehicleSpeed': sensors.vehicleSpeed,
  'sensors.gear': sensors.gear,
  'sensors.launchSwitch': sensors.launchSwitch,
  'sensors.shiftSwitch': sensors.shiftSwitch,
  'sensors.retardSwitch': sensors.retardSwitch,
  injectors: injectorSchema,
  injection: injectionSchema,
  staging: stagingSchema,
  coils: coilSchema,
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
  'protection.oilPressure': guards.oilPressure,
  'protection.lean': guards.lean,
  'protection.fuelPressure': guards.fuelPressure,
  'protection.boost': guards.boost,
  'protection.coolant': guards.coolant,
  'protection.oil': guards.oil,
  'protection.battery': guards.battery,
  sensorLoss: sensorLossSchema,
} as const satisfies Record<
  | 'engine'
  | 'cams'
  | 'trigger'
  | `sensors.${SensorId}`
  | 'injectors'
  | 'injection'
  | 'staging'
  | 'coils'
  | 'startUp'
  | 'load'
  | 'idle'
  | 'acceleration'
  | 'overrun'
  | 'blend'
  | 'limits'
  | 'launch'
  | 'shift'
  | 'boost'
  | 'closedLoop'
  | 'learned'
  | 'knock'
  | `protection.${GuardId}`
  | 'sensorLoss',
  z.ZodObject
>;

export type SectionId = keyof typeof SECTION_SCHEMAS;

export const SECTION_IDS = Object.keys(SECTION_SCHEMAS) as readonly SectionId[];

/** A field's place in the document, as "engine.bore" or "sensors.coolant.pullUp". */
export type FieldPath = `${SectionId}.${string}`;

/** A field's section and its key there. */
export function splitPath(path: FieldPath): { readonly section: SectionId; readonly key: string } {
  const dot = path.lastIndexOf('.');
  return { section: path.slice(0, dot) as SectionId, key: path.slice(dot + 1) };
}

/** True for the place of a field; others of a document are maps, pins, outputs and corrections. */
export function isFieldPath(place: string): place is FieldPath {
  const dot = place.lastIndexOf('.');
  const section = SECTION_IDS.find((id) => id === place.slice(0, dot));
  return section !== undefined && place.slice(dot + 1) in SECTION_SCHEMAS[section].shape;
}

/** What a field says of itself; undefined for entries that are not fields (the geometry mode). */
export function fieldInfo(path: FieldPath): FieldInfo | undefined {
  const { section, key } = splitPath(path);
  const shape: Record<string, z.ZodType | undefined> = SECTION_SCHEMAS[section].shape;
  const schema = shape[key];
  return schema === undefined ? undefined : fieldRegistry.get(schema);
}

/** Paths of a section's fields, in the order of work. */
export function sectionFields(section: SectionId): FieldPath[] {
  return Object.keys(SECTION_SCHEMAS[section].shape)
    .map((key): FieldPath => `${section}.${key}`)
    .filter((path) => fieldInfo(path) !== undefined);
}
