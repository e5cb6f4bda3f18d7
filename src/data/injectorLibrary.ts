import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { injectorLibrarySchema, libraryOf, mergedSets, type InjectorSet } from '@/core/injectorLibrary';
import { saveTextFile } from './files/download';
import { storage } from './store/browserRepository';

const KEY = 'library/injectors';
const QUERY_KEY = ['library', 'injectors'] as const;

async function stored(): Promise<readonly InjectorSet[]> {
  const text = await storage.getItem(KEY);
  if (text === null) return [];
  const parsed = injectorLibrarySchema.safeParse(JSON.parse(text));
  return parsed.success ? parsed.data.sets : [];
}

/** The builder's own injector sets, kept in this browser, and ways to change them. */
export function useInjectorLibrary(): {
  readonly own: readonly InjectorSet[];
  readonly keep: (sets: readonly InjectorSet[]) => void;
  readonly remove: (id: string) => void;
  readonly save: () => void;
} {
  const client = useQueryClient();
  const query = useQuery({ queryKey: QUERY_KEY, queryFn: stored });
  const own = query.data ?? [];
  const mutation = useMutation({
    mutationFn: (sets: readonly InjectorSet[]) => storage.setItem(KEY, JSON.stringify(libraryOf(sets))),
    onMutate: (sets) => client.setQueryData(QUERY_KEY, sets),
  });
  return {
    own,
    keep: (sets) => mutation.mutate(mergedSets(own, sets)),
    remove: (id) => mutation.mutate(own.filter((set) => set.id !== id)),
    save: () =>
      saveTextFile('injectors.lumbre-injectors.json', `${JSON.stringify(libraryOf(own), null, 1)}\n`),
  };
}
