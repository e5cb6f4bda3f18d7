/**
 * Asks the browser to write to the disk before it calls a save done, where it can be asked, and to keep what is stored
 * when space is short. The storage package opens its transactions itself and takes no options, so they are added here.
 */
export function askForDurableStorage(): void {
  if (typeof IDBDatabase === 'undefined') return;
  const { prototype } = IDBDatabase;
  const open = prototype.transaction;
  prototype.transaction = function transaction(this: IDBDatabase, names, mode, options) {
    const durable = mode === 'readwrite' ? { durability: 'strict' as const, ...options } : options;
    return open.call(this, names, mode, durable);
  };
}

/** Asks the browser to keep the data. Some answer by asking the person, so it is asked once there is something to keep. */
export async function askToKeep(): Promise<boolean> {
  if (typeof navigator === 'undefined' || typeof navigator.storage?.persist !== 'function') return false;
  if (await navigator.storage.persisted()) return true;
  return navigator.storage.persist();
}
