import { storage } from './browserStorage';
import { createRepository } from './repository';
import { announceChange, exclusively } from './tabs';

/** The repository on the browser's storage. */
export const repository = createRepository({
  store: storage,
  exclusively,
  now: () => new Date(),
  newId: () => crypto.randomUUID(),
  announce: announceChange,
});
