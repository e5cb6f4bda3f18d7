import { usePreference } from './preferences';

/** How the app is lit: as the system says, or always one way. */
export type LightPreference = 'system' | 'light' | 'dark';

const readLight = (stored: string | null): LightPreference =>
  stored === 'light' || stored === 'dark' ? stored : 'system';

/** The chosen lighting and a way to change it. */
export function useLightPreference(): readonly [LightPreference, (preference: LightPreference) => void] {
  return usePreference('light', readLight, (value) => value);
}
