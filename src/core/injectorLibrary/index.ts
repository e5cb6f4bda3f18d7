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
