/**
 * Injector sets to take a description from, generic ones and the builder’s own.
 * A set is the fields of one section.
 * Storing them is data.
 */
export {
  GENERIC_SETS,
  INJECTOR_LIBRARY_FORMAT,
  type InjectorLibrary,
  injectorLibrarySchema,
  type InjectorSet,
  libraryOf,
  mergedSets,
  SET_KEYS,
  setOf,
} from './injectorLibrary';
