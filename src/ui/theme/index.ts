export { paperTheme } from './paperTheme';
export { rolesOf, type Roles, type Scheme, type Sight } from './roles';
export { CORNER, FONT, SIZE, SIZES, SPACE } from './type';
export { SchemeContext, SightContext, useRoles, useScheme, useSizes } from './useRoles';
