export { paperTheme } from './paperTheme';
export { rolesOf, type Roles, type Scheme } from './roles';
export { CORNER, FONT, SIZE, SPACE, TARGET } from './type';
export { SchemeContext, useRoles, useScheme } from './useRoles';
