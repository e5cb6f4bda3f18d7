import { usePreference } from './preferences';

/** How plainly all is shown: as usual, or at the car, for sun, gloves and cold. */
export type SightPreference = 'usual' | 'atTheCar';

const readSight = (stored: string | null): SightPreference => (stored === 'atTheCar' ? stored : 'usual');

/** The chosen way of showing, and a way to change it. */
export function useSightPreference(): readonly [SightPreference, (preference: SightPreference) => void] {
  return usePreference('sight', readSight, (value) => value);
}
