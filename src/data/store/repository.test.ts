import { demo } from '@tests/support/ventisca';
import { memoryStore } from '@tests/support/memoryStore';
import { createRepository, OfNewerBuild, UnreadableRecord, type CalibrationChange } from './repository';

const DAY_MS = 24 * 3600 * 1000;

function setUp() {
  const store = memoryStore();
  const clock = { now: Date.parse('2026-11-23T10:00:00Z') };
  const announced: CalibrationChange[] = [];
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
    announce: (change) => void announced.push(change),
  });
  return { repository, store, clock, announced };
}

describe('repository', () => {
  test('what is stored reads back, with a list entry that describes it', async () => {
    const { repository } = setUp();
    const record = await repository.create(demo());
    expect((await repository.read(record.id))?.record.document).toEqual(demo());
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
    expect(second).toEqual({ ok: false, reason: 'newer' });
    expect((await repository.read(id))?.record.document.note).toBe('mine');
  });

  test('every write is announced with its revision', async () => {
    const { repository, announced } = setUp();
    const { id } = await repository.create(demo());
    await repository.save(id, 1, demo());
    await repository.rename(id, 'Renamed');
    await repository.remove(id);
    await repository.restore(id);
    expect(announced.map(({ kind, revision }) => [kind, revision])).toEqual([
      ['saved', 1],
      ['saved', 2],
      ['saved', 3],
      ['deleted', 3],
      ['restored', 3],
    ]);
  });

  test('renaming keeps everything else', async () => {
    const { repository } = setUp();
    const { id } = await repository.create(demo());
    await repository.rename(id, 'Ventisca, spare engine');
    expect((await repository.read(id))?.record.document).toEqual({
      ...demo(),
      name: 'Ventisca, spare engine',
    });
    expect((await repository.entries())[0]?.name).toBe('Ventisca, spare engine');
  });

  test('a deleted calibration can be restored for 30 days, and is gone after them', async () => {
    const { repository, clock, store } = setUp();
    const { id } = await repository.create(demo());
    await repository.save(id, 1, demo());
    for (const what of ['ecu', 'learned', 'procedures']) store.contents.set(`${what}/${id}`, '{}');
    await repository.remove(id);
    expect((await repository.entries())[0]?.deletedAt).not.toBeNull();
    const days = async (count: number) => {
      for (let day = 0; day < count; day += 1) {
        clock.now += DAY_MS;
        await repository.purge();
      }
    };
    await days(29);
    await repository.restore(id);
    expect((await repository.entries())[0]?.deletedAt).toBeNull();
    await repository.remove(id);
    await days(29);
    expect(await repository.entries()).toHaveLength(1);
    await days(1);
    expect(store.contents.size).toBe(0);
  });

  test.each([
    ['two months ahead', 61],
    ['a year behind', -365],
  ])('a clock that jumps %s does not empty the bin, nor keep it for ever', async (_what, days) => {
    const { repository, clock, store } = setUp();
    const { id } = await repository.create(demo());
    await repository.remove(id);
    await repository.purge();
    clock.now += days * DAY_MS;
    await repository.purge();
    expect((await repository.entries()).map((entry) => entry.id)).toEqual([id]);
    for (let day = 0; day < 31; day += 1) {
      clock.now += DAY_MS;
      await repository.purge();
    }
    expect(store.contents.size).toBe(0);
  });

  test('what a newer build wrote is neither opened nor saved over, nor shown as it was before', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create({ ...demo(), note: 'first' });
    await repository.save(id, 1, { ...demo(), note: 'second' });
    const key = `calibration/${id}`;
    const newer = (store.contents.get(key) ?? '').replace(/"edition":\d+/, '"edition":9999');
    store.contents.set(key, newer);
    const before = new Map(store.contents);
    await expect(repository.read(id)).rejects.toBeInstanceOf(OfNewerBuild);
    await expect(repository.rename(id, 'Another')).rejects.toBeInstanceOf(OfNewerBuild);
    expect(await repository.save(id, 2, demo())).toEqual({ ok: false, reason: 'newer' });
    await repository.repair();
    expect(store.contents).toEqual(before);
    // Damaged, it is still no reason to write over it by what was before the one before it.
    store.contents.set(`previous/${id}`, newer);
    store.contents.set(key, newer.slice(0, 200));
    await expect(repository.read(id)).rejects.toBeInstanceOf(OfNewerBuild);
    expect(await repository.save(id, 3, demo())).toEqual({ ok: false, reason: 'newer' });
  });

  test('the list names what a newer build wrote, and leaves it to that to say more', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    const key = `calibration/${id}`;
    store.contents.set(key, (store.contents.get(key) ?? '').replace(/"edition":\d+/, '"edition":9999'));
    store.contents.delete(`entry/${id}`);
    const [entry] = await repository.entries();
    expect(entry).toMatchObject({ id, name: 'Calibration of a newer Lumbre' });
    expect(store.contents.has(`entry/${id}`)).toBe(false);
  });

  test('what was written before editions were is opened', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    const key = `calibration/${id}`;
    store.contents.set(key, (store.contents.get(key) ?? '').replace(/"edition":\d+,/, ''));
    expect((await repository.read(id))?.record.document).toEqual(demo());
  });

  const DAMAGE: readonly [string, (text: string) => string][] = [
    ['cut short', (text) => text.slice(0, 200)],
    ['of another kind', () => '{"hello":1}'],
    ['with a value out of range', (text) => text.replace('"amount":84', '"amount":8400')],
    ['with a digit flipped', (text) => text.replace('"amount":84', '"amount":85')],
    ['emptied', () => ''],
    ['with its checksum gone wrong', (text) => text.replace(/"checksum":-?\d+/, '"checksum":1')],
  ];

  test.each(DAMAGE)(
    'a first record %s is not opened, and its text is kept for rescue',
    async (_what, damage) => {
      const { repository, store } = setUp();
      const { id } = await repository.create(demo());
      const key = `calibration/${id}`;
      store.contents.set(key, damage(store.contents.get(key) ?? ''));
      const failure: unknown = await repository.read(id).catch((error: unknown) => error);
      expect(failure).toBeInstanceOf(UnreadableRecord);
      expect((failure as UnreadableRecord).text).toBe(store.contents.get(key));
    },
  );

  test.each(DAMAGE)(
    'a later record %s falls back on the revision before it, and can be saved on',
    async (_what, damage) => {
      const { repository, store } = setUp();
      const { id } = await repository.create({ ...demo(), note: 'first' });
      await repository.save(id, 1, { ...demo(), note: 'second' });
      const key = `calibration/${id}`;
      const damaged = damage(store.contents.get(key) ?? '');
      store.contents.set(key, damaged);
      const opened = await repository.read(id);
      expect(opened?.record).toMatchObject({ revision: 2, document: { note: 'first' } });
      expect(opened?.damaged).toBe(damaged);
      expect(await repository.save(id, 2, { ...demo(), note: 'third' })).toEqual({ ok: true, revision: 3 });
      expect((await repository.read(id))?.record.document.note).toBe('third');
      // What was damaged stays for rescue, and the sound revision before it is not written over by it.
      expect(store.contents.get(`damaged/${id}`)).toBe(damaged);
      store.contents.set(key, damage(store.contents.get(key) ?? ''));
      expect((await repository.read(id))?.record.document.note).toBe('first');
    },
  );

  test('a record stored before there were checksums is opened and saved on', async () => {
    const { repository, store } = setUp();
    const old = { id: 'old', createdAt: '2026-01-01T00:00:00.000Z', revision: 4, document: demo() };
    store.contents.set('calibration/old', JSON.stringify(old));
    expect((await repository.read('old'))?.record).toMatchObject({ revision: 4, document: demo() });
    expect(await repository.save('old', 4, demo())).toEqual({ ok: true, revision: 5 });
    expect((await repository.read('old'))?.record.createdAt).toBe(old.createdAt);
  });

  test.each([
    ['missing', null],
    ['cut short', '{"id":"id-1","rev'],
    ['of another calibration', '{"id":"other"}'],
    ['of another kind', '[]'],
  ])(
    'a list entry that is %s is made anew of its document, and the next edit is a plain save',
    async (_what, entry) => {
      const { repository, store } = setUp();
      const { id } = await repository.create(demo());
      if (entry === null) store.contents.delete(`entry/${id}`);
      else store.contents.set(`entry/${id}`, entry);
      expect(await repository.entries()).toMatchObject([{ id, name: 'Ventisca', revision: 1 }]);
      expect(store.contents.get(`entry/${id}`)).toContain('Ventisca');
      expect(await repository.save(id, 1, demo())).toEqual({ ok: true, revision: 2 });
    },
  );

  test('an entry ahead of its document or behind it does not fork, and is mended at start-up', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    const entry = JSON.parse(store.contents.get(`entry/${id}`) ?? '{}') as object;
    for (const revision of [7, 99]) {
      store.contents.set(`entry/${id}`, JSON.stringify({ ...entry, revision, name: 'Wrong' }));
      expect(await repository.repair()).toBe(1);
      expect(await repository.entries()).toMatchObject([{ revision: 1, name: 'Ventisca' }]);
    }
    store.contents.set(`entry/${id}`, JSON.stringify({ ...entry, revision: 7 }));
    expect(await repository.save(id, 1, demo())).toEqual({ ok: true, revision: 2 });
    expect(await repository.repair()).toBe(0);
  });

  test('a mended entry keeps what only it knew: the bin', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    await repository.remove(id);
    const entry = JSON.parse(store.contents.get(`entry/${id}`) ?? '{}') as object;
    store.contents.set(`entry/${id}`, JSON.stringify({ ...entry, revision: 7 }));
    await repository.repair();
    expect((await repository.entries())[0]?.deletedAt).not.toBeNull();
  });

  test('a document of which nothing can be read stands in the list all the same', async () => {
    const { repository, store } = setUp();
    store.contents.set('calibration/lost', 'rubbish');
    expect(await repository.entries()).toMatchObject([{ id: 'lost', name: 'Unreadable calibration' }]);
  });

  test('an entry without a document is no calibration', async () => {
    const { repository, store } = setUp();
    await repository.create(demo());
    store.contents.set('entry/broken', '{');
    expect(await repository.entries()).toHaveLength(1);
  });

  test('nothing is saved into the bin, nor over what is gone for good', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    await repository.remove(id);
    expect(await repository.save(id, 1, { ...demo(), note: 'x' })).toEqual({ ok: false, reason: 'deleted' });
    expect((await repository.read(id))?.record.document.note).toBe(demo().note);
    store.contents.clear();
    expect(await repository.save(id, 1, demo())).toEqual({ ok: false, reason: 'gone' });
    expect(store.contents.size).toBe(0);
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

  test('the list tells which revision last left as a file, over saves, a new name and a damaged entry', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    expect((await repository.entries())[0]?.exported).toBeUndefined();
    await repository.noteExport(id, 1);
    const exported = { revision: 1, at: '2026-11-23T10:00:00.000Z' };
    await repository.save(id, 1, { ...demo(), note: 'changed' });
    await repository.rename(id, 'Renamed');
    expect(await repository.entries()).toMatchObject([{ revision: 3, name: 'Renamed', exported }]);
    store.contents.set(
      `entry/${id}`,
      JSON.stringify({ ...(await repository.entries())[0], exported: 'never' }),
    );
    expect((await repository.entries())[0]).toMatchObject({ revision: 3 });
    expect((await repository.entries())[0]?.exported).toBeUndefined();
    await repository.noteExport('nobody', 1);
    expect(await repository.entries()).toHaveLength(1);
  });

  test('of those taken by themselves the newest twenty stay, of one calibration; named ones all stay', async () => {
    const { repository, clock } = setUp();
    const { id } = await repository.create(demo());
    const other = await repository.create(demo('pardela'));
    await repository.takeSnapshot(other.id, 'Other', demo('pardela'), 'automatic');
    await repository.takeSnapshot(id, 'Mine', demo());
    for (let i = 1; i <= 23; i += 1) {
      clock.now += 1000;
      await repository.takeSnapshot(id, `Before ${i}`, demo(), 'automatic');
    }
    const kept = await repository.snapshots(id);
    expect(kept.map(({ name }) => name)).toEqual([
      ...Array.from({ length: 20 }, (_, i) => `Before ${23 - i}`),
      'Mine',
    ]);
    expect(kept.map(({ kind }) => kind)).toEqual([...Array.from({ length: 20 }, () => 'automatic'), 'named']);
    expect((await repository.snapshots(other.id)).map(({ name }) => name)).toEqual(['Other']);
  });

  test('a snapshot of before kinds were told is one that somebody named', async () => {
    const { repository, store } = setUp();
    const { id } = await repository.create(demo());
    const old = { id: 'old', name: 'Old', takenAt: '2026-11-20T10:00:00.000Z', document: demo() };
    store.contents.set(`snapshot/${id}/old`, JSON.stringify(old));
    expect(await repository.snapshots(id)).toMatchObject([{ name: 'Old', kind: 'named' }]);
  });

  test('a damaged snapshot is left out, not lost; snapshots go from the bin with their calibration', async () => {
    const { repository, store, clock } = setUp();
    const { id } = await repository.create(demo());
    const kept = await repository.takeSnapshot(id, 'Kept', demo());
    store.contents.set(`snapshot/${id}/broken`, '{');
    const version1 = { format: 'lumbre-calibration', version: 1, maps: 5 };
    store.contents.set(`snapshot/${id}/old`, JSON.stringify({ id: 'old', name: 'Old', document: version1 }));
    expect((await repository.snapshots(id)).map((snapshot) => snapshot.id)).toEqual([kept.id]);
    expect(store.contents.has(`snapshot/${id}/broken`)).toBe(true);
    expect((await repository.damagedSnapshots(id)).map((damaged) => damaged.id).sort()).toEqual([
      'broken',
      'old',
    ]);
    expect(await repository.damagedSnapshots(id)).toContainEqual({ id: 'broken', text: '{' });
    await repository.remove(id);
    for (let day = 0; day < 31; day += 1) {
      clock.now += DAY_MS;
      await repository.purge();
    }
    expect([...store.contents.keys()].filter((key) => key.startsWith('snapshot/'))).toEqual([]);
  });
});
