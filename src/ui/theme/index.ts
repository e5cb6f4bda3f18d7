export { paperTheme } from './paperTheme';
export { contrast, differenceColour, magnitudeColour, magnitudeScale, textOn } from './ramps';
export { rolesOf, type Roles, type Scheme } from './roles';
export { CORNER, FONT, SIZE, SPACE, TARGET } from './type';
export { SchemeContext, useRoles, useScheme } from './useRoles';
