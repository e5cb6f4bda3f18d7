import { configureFonts, type MD3Theme } from 'react-native-paper';
import { rolesOf, type Scheme, type Sight } from './roles';
import { CORNER, FONT } from './type';

/**
 * Paper's theme in our colours and type. Written out whole: taking Paper's own themes as a base would bring every one of
 * its components into the first download.
 */
export function paperTheme(scheme: Scheme, sight: Sight): MD3Theme {
  const roles = rolesOf(scheme, sight);
  const other = rolesOf(scheme === 'dark' ? 'light' : 'dark', sight);
  const container = { container: roles.raised, onContainer: roles.text };
  return {
    dark: scheme === 'dark',
    mode: 'exact',
    version: 3,
    isV3: true,
    roundness: CORNER.field,
    animation: { scale: 1 },
    fonts: configureFonts({ config: { fontFamily: FONT.text } }),
    colors: {
      primary: roles.accent,
      onPrimary: roles.onAccent,
      primaryContainer: container.container,
      onPrimaryContainer: container.onContainer,
      secondary: roles.steel,
      onSecondary: roles.ground,
      secondaryContainer: container.container,
      onSecondaryContainer: container.onContainer,
      tertiary: roles.good,
      onTertiary: roles.ground,
      tertiaryContainer: container.container,
      onTertiaryContainer: container.onContainer,
      background: roles.ground,
      onBackground: roles.text,
      surface: roles.surface,
      onSurface: roles.text,
      surfaceVariant: roles.raised,
      onSurfaceVariant: roles.muted,
      surfaceDisabled: roles.raised,
      onSurfaceDisabled: roles.muted,
      outline: roles.line,
      outlineVariant: roles.line,
      error: roles.error,
      onError: roles.ground,
      errorContainer: container.container,
      onErrorContainer: container.onContainer,
      inverseSurface: roles.text,
      inverseOnSurface: roles.ground,
      inversePrimary: other.accent,
      shadow: '#000000',
      scrim: '#000000',
      backdrop: 'rgba(10, 6, 3, 0.6)',
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
