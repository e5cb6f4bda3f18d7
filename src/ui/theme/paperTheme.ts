import { configureFonts, MD3DarkTheme, MD3LightTheme, type MD3Theme } from 'react-native-paper';
import { rolesOf, type Scheme } from './roles';
import { CORNER, FONT } from './type';

/** Paper's theme in our colours and type. */
export function paperTheme(scheme: Scheme): MD3Theme {
  const base = scheme === 'dark' ? MD3DarkTheme : MD3LightTheme;
  const roles = rolesOf(scheme);
  return {
    ...base,
    roundness: CORNER.field,
    fonts: configureFonts({ config: { fontFamily: FONT.text } }),
    colors: {
      ...base.colors,
      primary: roles.accent,
      onPrimary: roles.onAccent,
      primaryContainer: roles.raised,
      onPrimaryContainer: roles.text,
      secondary: roles.steel,
      onSecondary: roles.ground,
      secondaryContainer: roles.raised,
      onSecondaryContainer: roles.text,
      background: roles.ground,
      onBackground: roles.text,
      surface: roles.surface,
      onSurface: roles.text,
      surfaceVariant: roles.raised,
      onSurfaceVariant: roles.muted,
      outline: roles.line,
      outlineVariant: roles.line,
      error: roles.error,
      inverseSurface: roles.text,
      inverseOnSurface: roles.ground,
      inversePrimary: rolesOf(scheme === 'dark' ? 'light' : 'dark').accent,
      elevation: {
        level0: 'transparent',
        level1: roles.surface,
        level2: roles.surface,
        level3: roles.raised,
        level4: roles.raised,
        level5: roles.raised,
      },
    },
  };
}
