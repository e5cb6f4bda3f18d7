import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { askForDurableStorage } from './durable';
import { createRepository } from './repository';
import { announceChange, exclusively } from './tabs';

askForDurableStorage();

/** Everything the app keeps lives in this database of the browser. */
export const storage = createAsyncStorage('lumbre');

/** The repository on the browser's storage. */
export const repository = createRepository({
  store: storage,
  exclusively,
  now: () => new Date(),
  newId: () => crypto.randomUUID(),
  announce: announceChange,
});
