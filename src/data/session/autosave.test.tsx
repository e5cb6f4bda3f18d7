import { waitFor } from '@testing-library/react';
import { demo } from '@tests/support/ventisca';
import { memoryStore } from '@tests/support/memoryStore';
import { createRepository, type Repository } from '../store/repository';
import type { ChangeListener } from '../store/tabs';
import { retrySave, startAutosave } from './autosave';
import { closeSession, edit, openSession, setDraft, undo, useSession } from './session';
import { forgetUnsaved, useUnsaved } from './unsaved';

const mockOtherTabs = new Set<ChangeListener>();
let mockRepository: Repository;
let mockFailing = false;

jest.mock('../store/browserRepository', () => ({
  repository: {
    save: (...given: Parameters<Repository['save']>) =>
      mockFailing ? Promise.reject(new Error('full')) : mockRepository.save(...given),
    create: (...given: Parameters<Repository['create']>) =>
      mockFailing ? Promise.reject(new Error('full')) : mockRepository.create(...given),
  },
}));
jest.mock('../store/tabs', () => ({
  onOtherTabChange: (listener: ChangeListener) => {
    mockOtherTabs.add(listener);
    return () => mockOtherTabs.delete(listener);
  },
}));

const session = () => useSession.getState();
const note = (text: string) =>
  edit('Note', (document) => {
    document.note = text;
  });
const storedNote = async (id: string) => (await mockRepository.read(id))?.record.document.note;

let id: string;
let stop: () => void;
const afterSave = jest.fn();

beforeEach(async () => {
  mockFailing = false;
  let ids = 0;
  mockRepository = createRepository({
    store: memoryStore(),
    exclusively: (_key, task) => task(),
    now: () => new Date('2026-11-23T10:00:00Z'),
    newId: () => `id-${(ids += 1)}`,
    announce: () => undefined,
  });
  const record = await mockRepository.create(demo());
  ({ id } = record);
  afterSave.mockClear();
  stop = startAutosave(afterSave);
  openSession(id, record.revision, record.document);
});

afterEach(() => {
  stop();
  closeSession();
  Object.keys(useUnsaved.getState()).forEach(forgetUnsaved);
  window.sessionStorage.clear();
});

describe('autosave', () => {
  test('many edits, each while the one before is being stored, make no copy, and the last is stored', async () => {
    for (let i = 0; i < 12; i += 1) {
      note(`Edit ${i}`);
      await new Promise((resolve) => setTimeout(resolve, i * 7));
    }
    expect(session().saveState).not.toBe('failed');
    await waitFor(() => expect(session().saveState).toBe('saved'));
    expect(session().id).toBe(id);
    expect(await storedNote(id)).toBe('Edit 11');
    expect(await mockRepository.entries()).toHaveLength(1);
  });

  test('a calibration that is left at once after an edit is stored', async () => {
    const save = jest.spyOn(mockRepository, 'save');
    note('The last word');
    expect(save).not.toHaveBeenCalled();
    closeSession();
    // It may be opened again in the next moment, from storage.
    expect(save).toHaveBeenCalledTimes(1);
    await waitFor(async () => expect(await storedNote(id)).toBe('The last word'));
  });

  test('stores an edit at once and says so', async () => {
    note('first');
    await waitFor(() => expect(session().saveState).toBe('saved'));
    expect(await storedNote(id)).toBe('first');
    expect(session().revision).toBe(2);
    expect(afterSave).toHaveBeenCalledTimes(1);
  });

  test('edits made while saving are stored too, the last one last', async () => {
    for (let i = 0; i < 20; i += 1) note(`edit ${i}`);
    await waitFor(() => expect(session().saveState).toBe('saved'));
    expect(await storedNote(id)).toBe('edit 19');
  });

  test('an edit right before closing is stored all the same', async () => {
    note('one');
    note('two, and closed');
    closeSession();
    await waitFor(async () => expect(await storedNote(id)).toBe('two, and closed'));
  });

  test('when another tab was first, this one goes on as a copy and both are kept', async () => {
    await mockRepository.save(id, 1, { ...demo(), note: 'theirs' });
    note('mine');
    await waitFor(() => expect(session().notice?.kind).toBe('forked'));
    expect(await storedNote(id)).toBe('theirs');
    expect(await storedNote(session().id ?? '')).toBe('mine');
    expect(session().history?.document.name).toBe('Ventisca (this tab)');
    expect(session().saveState).toBe('saved');
    note('mine, going on');
    await waitFor(async () => expect(await storedNote(session().id ?? '')).toBe('mine, going on'));
  });

  test('a save in another tab is told while nothing is changed here', () => {
    for (const listener of mockOtherTabs) listener({ id, revision: 2, kind: 'saved' });
    expect(session().notice).toEqual({ kind: 'newer', id });
  });

  test('but not for another calibration, nor for an older revision', () => {
    for (const listener of mockOtherTabs) {
      listener({ id: 'another', revision: 9, kind: 'saved' });
      listener({ id, revision: 1, kind: 'saved' });
    }
    expect(session().notice).toBeNull();
  });

  test('a failed save is shown, keeps the edit, and can be tried again', async () => {
    mockFailing = true;
    note('kept');
    await waitFor(() => expect(session().saveState).toBe('failed'));
    expect(session().history?.document.note).toBe('kept');
    mockFailing = false;
    retrySave(id);
    await waitFor(() => expect(session().saveState).toBe('saved'));
    expect(await storedNote(id)).toBe('kept');
  });

  test('leaving the page is held up only while something is not stored', async () => {
    const leave = () => {
      const event = new Event('beforeunload', { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    expect(leave()).toBe(false);
    mockFailing = true;
    note('not stored');
    await waitFor(() => expect(session().saveState).toBe('failed'));
    expect(leave()).toBe(true);
  });

  test('a change that could not be stored outlives leaving, reopening and a success elsewhere', async () => {
    const other = await mockRepository.create(demo('pardela'));
    mockFailing = true;
    note('kept');
    await waitFor(() => expect(session().saveState).toBe('failed'));
    closeSession();
    mockFailing = false;
    openSession(other.id, 1, other.document);
    expect(session().saveState).toBe('saved');
    note('of the other');
    await waitFor(() => expect(session().saveState).toBe('saved'));
    expect(useUnsaved.getState()[id]?.document.note).toBe('kept');
    closeSession();
    openSession(id, 1, demo());
    expect(session()).toMatchObject({ saveState: 'failed', history: { document: { note: 'kept' } } });
    retrySave(id);
    await waitFor(() => expect(session().saveState).toBe('saved'));
    expect(await storedNote(id)).toBe('kept');
    expect(useUnsaved.getState()).toEqual({});
  });

  test('a failure after leaving belongs to the calibration that was left', async () => {
    const other = await mockRepository.create(demo('pardela'));
    mockFailing = true;
    note('left');
    closeSession();
    openSession(other.id, 1, other.document);
    await waitFor(() => expect(useUnsaved.getState()[id]?.document.note).toBe('left'));
    expect(session().saveState).toBe('saved');
    retrySave(id);
    mockFailing = false;
    await waitFor(async () => {
      retrySave(id);
      expect(await storedNote(id)).toBe('left');
    });
  });

  test('an edit after a failure is tried by itself, and takes the kept one along', async () => {
    mockFailing = true;
    note('first');
    await waitFor(() => expect(session().saveState).toBe('failed'));
    mockFailing = false;
    note('second');
    await waitFor(() => expect(session().saveState).toBe('saved'));
    expect(await storedNote(id)).toBe('second');
    expect(useUnsaved.getState()).toEqual({});
  });

  test('a copy that cannot be made is a change that is not stored', async () => {
    await mockRepository.save(id, 1, { ...demo(), note: 'theirs' });
    mockFailing = true;
    note('mine');
    await waitFor(() => expect(session().saveState).toBe('failed'));
    mockFailing = false;
    retrySave(id);
    await waitFor(() => expect(session().notice?.kind).toBe('forked'));
    expect(await storedNote(session().id ?? '')).toBe('mine');
  });

  test('a deletion in another tab is told, and an edit does not undo it', async () => {
    await mockRepository.remove(id);
    for (const listener of mockOtherTabs) listener({ id, revision: 1, kind: 'deleted' });
    expect(session().notice).toEqual({ kind: 'deleted', id });
    note('typed all the same');
    await waitFor(() => expect(session().saveState).toBe('failed'));
    expect((await mockRepository.entries())[0]?.deletedAt).not.toBeNull();
    expect(await storedNote(id)).toBe(demo().note);
    await mockRepository.restore(id);
    for (const listener of mockOtherTabs) listener({ id, revision: 1, kind: 'restored' });
    expect(session().notice).toBeNull();
    retrySave(id);
    await waitFor(async () => expect(await storedNote(id)).toBe('typed all the same'));
  });

  test('text that is not a value yet is there when the page is loaded anew, and told; undo drops it', () => {
    setDraft('engine.bore', '8');
    closeSession();
    openSession(id, 1, demo());
    expect(session().drafts).toEqual({ 'engine.bore': '8' });
    expect(session().notice).toEqual({ kind: 'typed', places: ['engine.bore'] });
    setDraft('engine.bore', null);
    closeSession();
    openSession(id, 1, demo());
    expect(session()).toMatchObject({ drafts: {}, notice: null });
    setDraft('note', 'half');
    undo();
    closeSession();
    openSession(id, 1, demo());
    expect(session().drafts).toEqual({});
  });

  test('what is kept of typing is of its own calibration, and rubbish is no harm', () => {
    setDraft('note', 'half');
    closeSession();
    openSession('another', 1, demo('pardela'));
    expect(session().drafts).toEqual({});
    window.sessionStorage.setItem('lumbre/drafts/third', '{"note": 5');
    openSession('third', 1, demo('pardela'));
    expect(session().drafts).toEqual({});
  });

  test('leaving the page is held up while a calibration that was left is not stored', async () => {
    mockFailing = true;
    note('not stored');
    closeSession();
    await waitFor(() => expect(useUnsaved.getState()[id]).toBeDefined());
    const event = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(event);
    expect(event.defaultPrevented).toBe(true);
  });
});
