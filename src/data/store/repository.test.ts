import { demo } from '@tests/support/ventisca';
import { memoryStore } from '@tests/support/memoryStore';
import { createRepository, UnreadableRecord } from './repository';

const DAY_MS = 24 * 3600 * 1000;

function setUp() {
  const store = memoryStore();
  const clock = { now: Date.parse('2026-11-23T10:00:00Z') };
  const announced: [string, number][] = [];
  let ids = 0;
  let queue: Promise<unknown> = Promise.resolve();
  const repository = createRepository({
    store,
    exclusively: (_key, task) => {
      const run = queue.then(task, task);
      queue = run.catch(() => undefined);
      return run;
    },
    now: () => new Date(clock.now),
    newId: () => `id-${(ids += 1)}`,
    announce: (id, revision) => announced.push([id, revision]),
  });
  return { repository, store, clock, announced };
}

describe('repository', () => {
  test('what is stored reads back, with a list entry that describes it', async () => {
    const { repository } = setUp();
    const record = await repository.create(demo());
    expect((await repository.read(record.id))?.document).toEqual(demo());
    expect(await repository.entries()).toMatchObject([
      {
        id: 'id-1',
        name: 'Ventisca',
        engineLine: '6 cylinders, 2.46 L, supercharger',
        revision: 1,
        deletedAt: null,
      },
    ]);
  });

  test('an unknown id reads as null', async () => {
    expect(await setUp().repository.read('nobody')).toBeNull();
  });

  test('the newest change comes first in the list', async () => {
    const { repository, clock } = setUp();
    const first = await repository.create(demo());
    clock.now += 1000;
    await repository.create(demo('pardela'));
    clock.now += 1000;
    await repository.save(first.id, 1, { ...demo(), note: 'changed' });
    expect((await repository.entries()).map((entry) => entry.name)).toEqual(['Ventisca', 'Pardela']);
  });

  test('two tabs from one revision: the second save is refused and nothing is overwritten', async () => {
    const { repository } = setUp();
    const { id } = await repository.create(demo());
    const mine = { ...demo(), note: 'mine' };
    const theirs = { ...demo(), note: 'theirs' };
    const [first, second] = await Promise.all([repository.save(id, 1, mine), repository.save(id, 1, theirs)]);
    expect(first).toEqual({ ok: true, revision: 2 });
    expect(second).toEqual({ ok: false, storedRevision: 2 });
    expect((await repository.read(id))?.document.note).toBe('mine');
  });

  test('every write is announced with its revision', async () => {
    const { repository, announced } = setUp();
    const { id } = await repository.create(demo());
    await repository.save(id, 1, demo());
    await repository.rename(id, 'Renamed');
    expect(announced).toEqual([
      [id, 1],
      [id, 2],
      [id, 3],
    ]);
  });

  test('renaming keeps everything else', async () => {
    const { repository } = setUp();
    const { id } = await repository.create(demo());
    await repository.rename(id, 'Ventisca, spare engine');
    expect((await repository.read(id))?.document).toEqual({ ...demo(), name: 'Ventisca, spare engine' });
    expect((await repository.entries())[0]?.name).toBe('Ventisca, spare engine');
  });

  test('a deleted calibration can be restored for 30 days, and is gone after them', async () => {
    const { repository, clock, store } = setUp();
    const { id } = await repository.create(demo());
    await repository.remove(id);
    expect((await repository.entries())[0]?.deletedAt).not.toBeNull();
    clock.now += 29 * DAY_MS;
    await repository.purge();
    await repository.restore(id);
    expect((await repository.entries())[0]?.deletedAt).toBeNull();
    await repository.remove(id);
    clock.now += 31 * DAY_MS;
    await repository.purge();
    expect(store.contents.size).toBe(0);
  });

  test.each([
    ['cut short', (text: string) => text.slice(0, 200)],
    ['of another kind', () => '{"hello":1}'],
    ['with a value out of range', (text: string) => text.replace('"amount":84', '"amount":8400')],
  ])('a record %s is not opened, and its text is kept for rescue', async (_what, damage) => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    const key = `calibration/${id}`;
    store.contents.set(key, damage(store.contents.get(key) ?? ''));
    const failure: unknown = await repository.read(id).catch((error: unknown) => error);
    expect(failure).toBeInstanceOf(UnreadableRecord);
    expect((failure as UnreadableRecord).text).toBe(store.contents.get(key));
  });

  test('a damaged list entry does not hide the others', async () => {
    const { repository, store } = setUp();
    await repository.create(demo());
    store.contents.set('entry/broken', '{');
    expect(await repository.entries()).toHaveLength(1);
  });

  test('snapshots keep the document as it was, newest first, each calibration its own', async () => {
    const { repository, clock } = setUp();
    const { id } = await repository.create(demo());
    const other = await repository.create(demo('pardela'));
    await repository.takeSnapshot(id, 'First', demo());
    clock.now += 1000;
    const second = await repository.takeSnapshot(id, 'Second', { ...demo(), note: 'changed' });
    expect((await repository.snapshots(id)).map(({ name }) => name)).toEqual(['Second', 'First']);
    expect((await repository.snapshots(id))[0]?.document.note).toBe('changed');
    expect(await repository.snapshots(other.id)).toEqual([]);
    await repository.removeSnapshot(id, second.id);
    expect((await repository.snapshots(id)).map(({ name }) => name)).toEqual(['First']);
  });

  test('a damaged snapshot is left out, not lost; snapshots go from the bin with their calibration', async () => {
    const { repository, store, clock } = setUp();
    const { id } = await repository.create(demo());
    const kept = await repository.takeSnapshot(id, 'Kept', demo());
    store.contents.set(`snapshot/${id}/broken`, '{');
    expect((await repository.snapshots(id)).map((snapshot) => snapshot.id)).toEqual([kept.id]);
    expect(store.contents.has(`snapshot/${id}/broken`)).toBe(true);
    await repository.remove(id);
    clock.now += 31 * DAY_MS;
    await repository.purge();
    expect([...store.contents.keys()].filter((key) => key.startsWith('snapshot/'))).toEqual([]);
  });
});
