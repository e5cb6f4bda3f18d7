import { createContext, useContext } from 'react';
import { rolesOf, type Roles, type Scheme, type Sight } from './roles';
import { SIZES, type Sizes } from './type';

/** The colour scheme in force; set by AppProviders. */
export const SchemeContext = createContext<Scheme>('dark');
/** How plainly all is shown; set by AppProviders. */
export const SightContext = createContext<Sight>('usual');

export function useScheme(): Scheme {
  return useContext(SchemeContext);
}

/** The colours in force, by role. */
export function useRoles(): Roles {
  return rolesOf(useScheme(), useContext(SightContext));
}

/** What grows at the car. */
export function useSizes(): Sizes {
  return SIZES[useContext(SightContext)];
}
