import { z } from '../field/schema';
import type { Injectors } from '../injector';
import { injectorSchema } from '../injector/schema';
import generic from './generic.json';

/** Marks a file as a library of injector sets. */
export const INJECTOR_LIBRARY_FORMAT = 'lumbre-injectors';

/** What of the injector section belongs to the injectors themselves, not to the fuel system they sit in. */
export const SET_KEYS = [
  'ratedFlow',
  'ratedPressure',
  'testDensity',
  'flowPoints',
  'deadTime',
  'shortPulse',
  'leastPulse',
  'impedance',
] as const satisfies readonly (keyof Injectors)[];

const setSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  name: z.string().trim().min(1).max(60),
  note: z.string().max(300),
  set: injectorSchema.pick({
    ratedFlow: true,
    ratedPressure: true,
    testDensity: true,
    flowPoints: true,
    deadTime: true,
    shortPulse: true,
    leastPulse: true,
    impedance: true,
  }),
});

/** A library as a file: generic sets that ship, or a builder's own. */
export const injectorLibrarySchema = z.object({
  format: z.literal(INJECTOR_LIBRARY_FORMAT),
  version: z.literal(1),
  sets: z.array(setSchema).max(200),
});

export type InjectorLibrary = z.infer<typeof injectorLibrarySchema>;
export type InjectorSet = InjectorLibrary['sets'][number];

/** The sets that ship. */
export const GENERIC_SETS: readonly InjectorSet[] = injectorLibrarySchema.parse(generic).sets;

/** The injectors of a document as a set to keep. */
export function setOf(injectors: Injectors, id: string, name: string): InjectorSet {
  const picked = Object.fromEntries(SET_KEYS.map((key) => [key, injectors[key]]));
  return { id, name, note: '', set: picked as InjectorSet['set'] };
}

/** A library around these sets, as a file has it. */
export function libraryOf(sets: readonly InjectorSet[]): InjectorLibrary {
  return { format: INJECTOR_LIBRARY_FORMAT, version: 1, sets: [...sets] };
}

/** Own sets with others added; one of the same id takes the place of the old. */
export function mergedSets(own: readonly InjectorSet[], added: readonly InjectorSet[]): InjectorSet[] {
  const ids = new Set(added.map(({ id }) => id));
  return [...own.filter(({ id }) => !ids.has(id)), ...added];
}
