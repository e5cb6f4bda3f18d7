import { createContext, useContext } from 'react';
import { rolesOf, type Roles, type Scheme } from './roles';

/** The colour scheme in force; set by AppProviders. */
export const SchemeContext = createContext<Scheme>('dark');

export function useScheme(): Scheme {
  return useContext(SchemeContext);
}

/** The colours in force, by role. */
export function useRoles(): Roles {
  return rolesOf(useScheme());
}
