import { useLightPreference } from '@/data/light';
import { IconButton } from '@/ui/button/IconButton';
import { useScheme } from '@/ui/theme';

/** Switches between the dark theme and the one for sunlight. */
export function LightButton() {
  const scheme = useScheme();
  const [, setLight] = useLightPreference();
  return scheme === 'dark' ? (
    <IconButton icon="white-balance-sunny" label="Light theme" onPress={() => setLight('light')} />
  ) : (
    <IconButton icon="weather-night" label="Dark theme" onPress={() => setLight('dark')} />
  );
}
