import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { injectorLibrarySchema, type InjectorSet, libraryOf, mergedSets } from '@/core/injectorLibrary';
import { saveTextFile } from './files/download';
import { storage } from './store/browserStorage';

const KEY = 'library/injectors';
const QUERY_KEY = ['library', 'injectors'] as const;

/** The sets as they are kept. @throws when what is kept cannot be read: it is then never written over. */
async function stored(): Promise<readonly InjectorSet[]> {
  const text = await storage.getItem(KEY);
  return text === null ? [] : injectorLibrarySchema.parse(JSON.parse(text)).sets;
}

/** The builder's own injector sets, kept in this browser, and ways to change them. */
export function useInjectorLibrary(): {
  readonly own: readonly InjectorSet[];
  /** Why the library cannot be read or written; null when it can. */
  readonly problem: string | null;
  readonly keep: (sets: readonly InjectorSet[]) => void;
  readonly remove: (id: string) => void;
  readonly save: () => void;
} {
  const client = useQueryClient();
  const query = useQuery({ queryKey: QUERY_KEY, queryFn: stored, retry: false });
  const own = query.data ?? [];
  const mutation = useMutation({
    mutationFn: async (change: (sets: readonly InjectorSet[]) => readonly InjectorSet[]) => {
      const sets = change(await stored());
      await storage.setItem(KEY, JSON.stringify(libraryOf(sets)));
      return sets;
    },
    onSuccess: (sets) => client.setQueryData(QUERY_KEY, sets),
  });
  return {
    own,
    problem:
      query.isError || mutation.isError
        ? 'The library kept in this browser could not be read or written, and was left as it is. Save the set in use as part of the calibration instead.'
        : null,
    keep: (sets) => mutation.mutate((before) => mergedSets(before, sets)),
    remove: (id) => mutation.mutate((before) => before.filter((set) => set.id !== id)),
    save: () =>
      saveTextFile('injectors.lumbre-injectors.json', `${JSON.stringify(libraryOf(own), null, 1)}\n`),
  };
}
