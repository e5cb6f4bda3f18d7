import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { createRepository } from './repository';
import { announceChange } from './tabs';

/** Everything the app keeps lives in this database of the browser. */
export const storage = createAsyncStorage('lumbre');

/** One task at a time for a key, across tabs. */
async function exclusively<T>(key: string, task: () => Promise<T>): Promise<T> {
  return navigator.locks.request(`lumbre/${key}`, task) as Promise<T>;
}

/** The repository on the browser's storage. */
export const repository = createRepository({
  store: storage,
  exclusively,
  now: () => new Date(),
  newId: () => crypto.randomUUID(),
  announce: announceChange,
});
