import { useFonts } from 'expo-font';
import { type ComponentProps, type ReactNode, useSyncExternalStore } from 'react';
import { Appearance } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { Icon, isIconName } from './icon/Icon';
import { FONT, paperTheme, SchemeContext, type Scheme, type Sight, SightContext } from './theme';

type PaperSettings = NonNullable<ComponentProps<typeof PaperProvider>['settings']>;

/**
 * Paper's icons come from our font and stay out of the names of buttons. What is pressed is shown by the page's own style: a ripple
 * has the browser lay out the page in the middle of a touch.
 */
const SETTINGS: PaperSettings = {
  rippleEffectEnabled: false,
  icon: ({ name, color, size }) =>
    isIconName(name) ? <Icon name={name} color={String(color)} size={size} /> : null,
};

/** Told when the system’s scheme changes. One that changed before anybody listened is asked for as the listening begins. */
function onSystemScheme(told: () => void): () => void {
  const subscription = Appearance.addChangeListener(told);
  return () => subscription.remove();
}

function systemScheme(): Scheme {
  return Appearance.getColorScheme() === 'light' ? 'light' : 'dark';
}

/** Theme, fonts and Paper for everything inside. Text is drawn in a fallback font until ours is there. */
export function AppProviders({
  light,
  sight,
  children,
}: {
  light: 'system' | Scheme;
  sight: Sight;
  children: ReactNode;
}) {
  const system = useSyncExternalStore(onSystemScheme, systemScheme, systemScheme);
  const scheme: Scheme = light === 'system' ? system : light;
  useFonts({
    [FONT.text]: require('./fonts/Barlow-Regular.woff2'),
    [FONT.strong]: require('./fonts/Barlow-SemiBold.woff2'),
    [FONT.number]: require('./fonts/BarlowSemiCondensed-Medium.woff2'),
  });
  return (
    <SafeAreaProvider>
      <SchemeContext.Provider value={scheme}>
        <SightContext.Provider value={sight}>
          <PaperProvider theme={paperTheme(scheme, sight)} settings={SETTINGS}>
            {children}
          </PaperProvider>
        </SightContext.Provider>
      </SchemeContext.Provider>
    </SafeAreaProvider>
  );
}
