import { demo } from '@tests/support/ventisca';
import { memoryStore } from '@tests/support/memoryStore';
import type { StringStore } from './keys';
import { createRepository, type Repository, UnreadableRecord } from './repository';

type Memory = ReturnType<typeof memoryStore>;

function repositoryOn(store: StringStore): Repository {
  let [ids, seconds] = [0, 0];
  return createRepository({
    store,
    exclusively: (_key, task) => task(),
    now: () => new Date(Date.parse('2026-11-27T10:00:00Z') + 1000 * (seconds += 1)),
    newId: () => `id-${(ids += 1)}`,
    announce: () => undefined,
  });
}

/** A store whose writes stop after so many keys, as if the machine had gone out; later ones are whole again. */
function stopping(store: Memory, afterKeys: number): StringStore {
  let left = afterKeys;
  let isOut = false;
  return {
    ...store,
    async setMany(entries) {
      for (const [key, value] of Object.entries(entries)) {
        if (!isOut && left === 0) {
          isOut = true;
          throw new Error('The machine went out');
        }
        left -= 1;
        await store.setMany({ [key]: value });
      }
    },
  };
}

const copyOf = (store: Memory): Memory => {
  const copy = memoryStore();
  for (const [key, value] of store.contents) copy.contents.set(key, value);
  return copy;
};

const noted = (note: string) => ({ ...demo(), note });

/** Two calibrations, the first with an older revision and a snapshot beside it. */
async function filled() {
  const store = memoryStore();
  const repository = repositoryOn(store);
  const { id } = await repository.create(noted('first'));
  const other = await repository.create(demo('pardela'));
  await repository.save(id, 1, noted('second'));
  await repository.takeSnapshot(id, 'Kept', noted('second'));
  return { store, id, other: other.id };
}

const DONE = 6;

/** What is done to a calibration, each of which writes. */
const WRITES: readonly (readonly [string, (repository: Repository, id: string) => Promise<unknown>])[] = [
  ['a save', (repository, id) => repository.save(id, 2, noted('third'))],
  ['a new name', (repository, id) => repository.rename(id, 'Renamed')],
  ['a deletion', (repository, id) => repository.remove(id)],
  ['a snapshot', (repository, id) => repository.takeSnapshot(id, 'New', noted('second'), 'automatic')],
  ['a note of a file', (repository, id) => repository.noteExport(id, 2)],
];

describe.each(WRITES)('%s that is interrupted', (_, write) => {
  test.each(Array.from({ length: DONE }, (_key, keys) => keys))(
    'after %d keys leaves the last good document, or the new one, and everything else',
    async (keys) => {
      const { store, id, other } = await filled();
      await write(repositoryOn(stopping(store, keys)), id).catch(() => undefined);
      const after = repositoryOn(store);
      const opened = await after.read(id);
      expect(opened?.damaged).toBeNull();
      expect(['second', 'third']).toContain(opened?.record.document.note);
      expect((await after.read(other))?.record.document.name).toBe('Pardela');
      expect((await after.entries()).map((entry) => entry.id).sort()).toEqual([id, other].sort());
      expect((await after.snapshots(id)).map(({ name }) => name)).toContain('Kept');
      await after.repair();
      const entry = (await after.entries()).find((each) => each.id === id);
      expect(entry?.revision).toBe(opened?.record.revision);
      await after.restore(id);
      expect(await after.save(id, opened?.record.revision ?? 0, noted('later'))).toMatchObject({ ok: true });
    },
  );
});

describe('a store that is full', () => {
  test.each(WRITES)('refuses %s, and nothing that was stored is lost', async (_, write) => {
    const { store, id, other } = await filled();
    const before = new Map(store.contents);
    const full: StringStore = {
      ...store,
      setMany: () => Promise.reject(new DOMException('Full', 'QuotaExceededError')),
    };
    await expect(write(repositoryOn(full), id)).rejects.toThrow('Full');
    expect(store.contents).toEqual(before);
    expect((await repositoryOn(store).read(id))?.record.document.note).toBe('second');
    expect((await repositoryOn(store).read(other))?.record.document.name).toBe('Pardela');
  });
});

const DAMAGES: readonly (readonly [string, (text: string) => string])[] = [
  ['emptied', () => ''],
  ['cut in half', (text) => text.slice(0, text.length / 2)],
  ['with a digit flipped', (text) => text.replace(/\d(?=\D*$)/, (digit) => String((Number(digit) + 1) % 10))],
  ['another JSON', () => '{"id":5}'],
  ['not JSON', () => '\u0000\u0001'],
];

describe.each(DAMAGES)('a stored text that is %s', (_, damage) => {
  test('never stops the others, and what it was of is opened as far as it can be', async () => {
    const { store: whole, id, other } = await filled();
    for (const key of whole.contents.keys()) {
      const store = copyOf(whole);
      store.contents.set(key, damage(store.contents.get(key) ?? ''));
      const text = store.contents.get(key);
      const after = repositoryOn(store);
      expect((await after.entries()).map((entry) => entry.id).sort()).toEqual([id, other].sort());
      await after.repair();
      await after.purge();
      await after.snapshots(id);
      const isDamagedOther = key === `calibration/${other}`;
      const opened = await after.read(isDamagedOther ? id : other);
      expect(opened?.record.document.name).toBe(isDamagedOther ? 'Ventisca' : 'Pardela');
      if (isDamagedOther) {
        // It has no revision before it: its text can be saved as it is.
        await expect(after.read(other)).rejects.toMatchObject({ text, id: other });
        await expect(after.read(other)).rejects.toBeInstanceOf(UnreadableRecord);
      } else {
        const own = await after.read(id);
        expect(own?.record.document.note).toBe(key === `calibration/${id}` ? 'first' : 'second');
        expect(own?.damaged).toBe(key === `calibration/${id}` ? text : null);
      }
    }
  });
});
