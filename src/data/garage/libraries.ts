import { injectorLibrarySchema, libraryOf, mergedSets } from '@/core/injectorLibrary';
import { plainName } from '@/core/logFormula';
import { keptChannels } from '../formulas/computedChannels';
import type { StringStore } from '../store/keys';

/** What is kept once for all calibrations, and how what comes is added to what is here: what is here stays as it is. */
const LIBRARIES: Readonly<Record<string, (own: string, come: string) => string | Promise<string>>> = {
  'library/injectors': (own, come) => JSON.stringify(libraryOf(mergedSets(setsIn(come), setsIn(own)))),
  'library/computed': async (own, come) => {
    const [here, there] = [await channelsIn(own), await channelsIn(come)];
    const names = here.map(({ name }) => plainName(name));
    return JSON.stringify([...here, ...there.filter(({ name }) => !names.includes(plainName(name)))]);
  },
};

const setsIn = (text: string) => injectorLibrarySchema.parse(JSON.parse(text)).sets;
const channelsIn = (text: string) => keptChannels({ getItem: async () => text });

/** What the columns of a table were taken for. */
const TABLE = 'table/';

/** Whether a key is of what is kept once for all calibrations. */
export function isShared(key: string): boolean {
  return key in LIBRARIES || key.startsWith(TABLE);
}

/**
 * Adds what is kept once for all calibrations to what is here. What cannot be read, here or there, is left as it is.
 * @returns how many texts were taken or added to.
 */
export async function takeShared(store: StringStore, texts: ReadonlyMap<string, string>): Promise<number> {
  let taken = 0;
  for (const [key, come] of texts) {
    if (!isShared(key)) continue;
    const own = await store.getItem(key);
    const text = own === null ? come : await added(key, own, come);
    if (text === null || text === own) continue;
    await store.setMany({ [key]: text });
    taken += 1;
  }
  return taken;
}

/** Both together; null where they cannot be. */
async function added(key: string, own: string, come: string): Promise<string | null> {
  try {
    return (await LIBRARIES[key]?.(own, come)) ?? null;
  } catch {
    return null;
  }
}
