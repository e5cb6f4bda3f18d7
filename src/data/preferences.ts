import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import * as z from 'zod';
import { USUAL_UNITS, type ShownUnits } from '@/core/map';
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

const unitsSchema = z.object({
  mixture: z.enum(['lambda', 'afr']),
  pressure: z.enum(['kPaAbs', 'barAbs', 'psiAbs']),
  temperature: z.enum(['degC', 'degF']),
});

/** The units of a stored preference; the usual ones where it is missing or not readable. */
export function readUnits(stored: string | null): ShownUnits {
  try {
    const parsed = unitsSchema.safeParse(JSON.parse(stored ?? 'null'));
    return parsed.success ? parsed.data : USUAL_UNITS;
  } catch {
    return USUAL_UNITS;
  }
}

/** The units maps are shown in, and a way to change them. */
export function useShownUnits(): readonly [ShownUnits, (units: ShownUnits) => void] {
  return usePreference(UNITS, readUnits, (units) => JSON.stringify(units));
}
