import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { storage } from './store/browserRepository';

/** How the app is lit: as the system says, or always one way. */
export type LightPreference = 'system' | 'light' | 'dark';

const KEY = 'preference/light';
const QUERY_KEY = ['preference', 'light'] as const;

function isLightPreference(text: string | null): text is LightPreference {
  return text === 'system' || text === 'light' || text === 'dark';
}

/** The chosen lighting and a way to change it. */
export function useLightPreference(): readonly [LightPreference, (preference: LightPreference) => void] {
  const client = useQueryClient();
  const query = useQuery({
    queryKey: QUERY_KEY,
    queryFn: async () => {
      const stored = await storage.getItem(KEY);
      return isLightPreference(stored) ? stored : 'system';
    },
  });
  const mutation = useMutation({
    mutationFn: (preference: LightPreference) => storage.setItem(KEY, preference),
    onMutate: (preference) => client.setQueryData(QUERY_KEY, preference),
  });
  return [query.data ?? 'system', (preference) => mutation.mutate(preference)];
}
