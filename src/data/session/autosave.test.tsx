import { waitFor } from '@testing-library/react';
import { demo } from '@tests/support/ventisca';
import { memoryStore } from '@tests/support/memoryStore';
import { createRepository, type Repository } from '../store/repository';
import type { ChangeListener } from '../store/tabs';
import { retrySave, startAutosave } from './autosave';
import { closeSession, edit, openSession, useSession } from './session';

const mockOtherTabs = new Set<ChangeListener>();
let mockRepository: Repository;
let mockFailing = false;

jest.mock('../store/browserRepository', () => ({
  repository: {
    save: (...given: Parameters<Repository['save']>) =>
      mockFailing ? Promise.reject(new Error('full')) : mockRepository.save(...given),
    create: (...given: Parameters<Repository['create']>) => mockRepository.create(...given),
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
const storedNote = async (id: string) => (await mockRepository.read(id))?.document.note;

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
});

describe('autosave', () => {
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
    for (const listener of mockOtherTabs) listener(id, 2);
    expect(session().notice).toEqual({ kind: 'newer', id });
  });

  test('but not for another calibration, nor for an older revision', () => {
    for (const listener of mockOtherTabs) {
      listener('another', 9);
      listener(id, 1);
    }
    expect(session().notice).toBeNull();
  });

  test('a failed save is shown, keeps the edit, and can be tried again', async () => {
    mockFailing = true;
    note('kept');
    await waitFor(() => expect(session().saveState).toBe('failed'));
    expect(session().history?.document.note).toBe('kept');
    mockFailing = false;
    retrySave();
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
});
