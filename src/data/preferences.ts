import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ShownUnits } from '@/core/map';
import { readUnits } from './shownUnits';
import { storage } from './store/browserRepository';

/** How the app is lit: as the system says, or always one way. */
export type LightPreference = 'system' | 'light' | 'dark';

/** How the app is lit is kept under this name, units under the other. */
const LIGHT = 'light';
const UNITS = 'units';

function isLightPreference(text: string | null): text is LightPreference {
  return text === 'system' || text === 'light' || text === 'dark';
}

/** One preference, kept as text: what it is now, and the way to change it. */
function usePreference<T>(
  name: string,
  read: (stored: string | null) => T,
  written: (value: T) => string,
): readonly [T, (value: T) => void] {
  const client = useQueryClient();
  const queryKey = ['preference', name] as const;
  const query = useQuery({
    queryKey,
    queryFn: async () => read(await storage.getItem(`preference/${name}`)),
  });
  const mutation = useMutation({
    mutationFn: (value: T) => storage.setItem(`preference/${name}`, written(value)),
    onMutate: (value: T) => client.setQueryData(queryKey, value),
  });
  return [query.data ?? read(null), (value) => mutation.mutate(value)];
}

const readLight = (stored: string | null): LightPreference => (isLightPreference(stored) ? stored : 'system');

/** The chosen lighting and a way to change it. */
export function useLightPreference(): readonly [LightPreference, (preference: LightPreference) => void] {
  return usePreference(LIGHT, readLight, (value) => value);
}

/** The units maps are shown in, and a way to change them. */
export function useShownUnits(): readonly [ShownUnits, (units: ShownUnits) => void] {
  return usePreference(UNITS, readUnits, (units) => JSON.stringify(units));
}
