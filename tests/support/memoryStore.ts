import type { StringStore } from '@/data/store/repository';

/** A string store in memory, with the contents in reach of a test. */
export function memoryStore(): StringStore & { readonly contents: Map<string, string> } {
  const contents = new Map<string, string>();
  return {
    contents,
    getItem: async (key) => contents.get(key) ?? null,
    getMany: async (keys) => Object.fromEntries(keys.map((key) => [key, contents.get(key) ?? null])),
    setMany: async (entries) => Object.entries(entries).forEach(([key, text]) => contents.set(key, text)),
    removeMany: async (keys) => keys.forEach((key) => contents.delete(key)),
    getAllKeys: async () => [...contents.keys()],
  };
}
