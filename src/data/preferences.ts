import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { storage } from './store/browserStorage';

/** One preference, kept as text: what it is now, and the way to change it. */
export function usePreference<T>(
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
