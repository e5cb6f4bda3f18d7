import { fetched } from './fetched';
import { storage } from './store/browserStorage';
import { calibrationIds } from './store/keys';

/** Holds the list against the documents, and empties the bin of what has lain there long enough, with all that is of it. */
export async function lookAfterStorage(): Promise<void> {
  const { repository } = await fetched(() => import('./store/browserRepository'));
  await repository.repair();
  await repository.purge();
  // A calibration in the bin still has its document, and its logs.
  const { createLogStore } = await fetched(() => import('./logs/logStore'));
  await createLogStore(storage).removeOthers(calibrationIds(await storage.getAllKeys()));
}
