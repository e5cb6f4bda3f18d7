import { act, renderHook } from '@testing-library/react';
import { demo } from '@tests/support/ventisca';
import {
  closeSession,
  dismissNotice,
  edit,
  openSession,
  redo,
  setDraft,
  setTypingSource,
  undo,
  useDocument,
  useSession,
} from './session';
import { useQuantityField, useSourcedField } from './useField';

beforeEach(() => openSession('one', 3, demo()));
afterEach(() => closeSession());

const session = () => useSession.getState();
const bore = () => session().history?.document.engine.bore;

describe('the editing session', () => {
  test('opens with nothing to undo and everything stored', () => {
    expect(session()).toMatchObject({ id: 'one', revision: 3, saveState: 'saved', notice: null });
    expect(session().history?.past).toEqual([]);
  });

  test('an edit leaves it unsaved and can be named when undone', () => {
    edit('Bore 85 mm', ({ engine }) => {
      if (engine.bore !== null) engine.bore.amount = 85;
    });
    expect(session().saveState).toBe('unsaved');
    expect(session().history?.past.map((step) => step.label)).toEqual(['Bore 85 mm']);
    undo();
    expect(bore()?.amount).toBe(84);
    redo();
    expect(bore()?.amount).toBe(85);
  });

  test('an edit that changes nothing leaves it stored', () => {
    edit('Nothing', () => undefined);
    expect(session().saveState).toBe('saved');
  });

  test('undo forgets what was half typed', () => {
    edit('Note', (document) => {
      document.note = 'changed';
    });
    setDraft('engine.bore', '8');
    undo();
    expect(session().drafts).toEqual({});
  });

  test('drafts are kept by field and forgotten one by one', () => {
    setDraft('engine.bore', '8');
    setDraft('engine.stroke', 'x');
    setDraft('engine.bore', null);
    expect(session().drafts).toEqual({ 'engine.stroke': 'x' });
  });

  test('nothing happens to a document that is not open', () => {
    closeSession();
    edit('Late', (document) => {
      document.note = 'lost';
    });
    undo();
    expect(session().history).toBeNull();
    expect(() => renderHook(() => useDocument())).toThrow('No calibration is open');
  });

  test('a notice can be put away', () => {
    useSession.setState({ notice: { kind: 'newer', id: 'one' } });
    dismissNotice();
    expect(session().notice).toBeNull();
  });
});

describe('a bound quantity', () => {
  test('carries what the builder said to be typing from, and the day', () => {
    setTypingSource('measured');
    const { result } = renderHook(() => useQuantityField('engine.bore'));
    act(() => result.current.onCommit({ amount: 84.5, unit: 'mm' }));
    expect(bore()).toMatchObject({ amount: 84.5, unit: 'mm', source: { kind: 'measured' } });
    expect(bore()?.source.date).toMatch(/^\d{4}-\d\d-\d\d$/);
    expect(session().history?.past.map((step) => step.label)).toEqual(['Bore 84.5 mm']);
  });

  test('typing the number of a starter again makes it this engine’s', () => {
    const document = demo();
    const starter = { kind: 'starter', date: '2026-01-01' } as const;
    const bore = { amount: 84, unit: 'mm', source: starter };
    openSession('one', 1, { ...document, engine: { ...document.engine, bore } });
    setTypingSource('measured');
    const { result } = renderHook(() => useQuantityField('engine.bore'));
    act(() => result.current.onCommit({ amount: 84, unit: 'mm' }));
    expect(result.current.value).toMatchObject({ amount: 84, source: { kind: 'measured' } });
  });

  test('typing the same again is no step and keeps the source', () => {
    const { result } = renderHook(() => useQuantityField('engine.bore'));
    act(() => result.current.onCommit({ amount: 84, unit: 'mm' }));
    expect(session().history?.past).toEqual([]);
    expect(bore()?.source.kind).toBe('measured');
  });

  test('emptying it is a step too', () => {
    const { result } = renderHook(() => useQuantityField('engine.bore'));
    act(() => result.current.onCommit(null));
    expect(bore()).toBeNull();
    expect(session().history?.past.map((step) => step.label)).toEqual(['Empty bore']);
  });

  test('its source can be set with a note, and taken back', () => {
    const { result } = renderHook(() => useQuantityField('engine.maxSpeed'));
    act(() => result.current.onSource('measured', 'Spin rig'));
    expect(session().history?.document.engine.maxSpeed?.source).toMatchObject({
      kind: 'measured',
      note: 'Spin rig',
    });
    act(() => undo());
    expect(session().history?.document.engine.maxSpeed?.source.kind).toBe('dataSheet');
  });

  test('a field that is no quantity is refused', () => {
    expect(() => renderHook(() => useQuantityField('engine.fuel'))).toThrow('engine.fuel is not a quantity');
  });
});

describe('a bound choice', () => {
  test('sets its value with a source and says so in words', () => {
    const { result } = renderHook(() => useSourcedField<string>('engine.fuel'));
    act(() => result.current.onCommit('methanol', 'Methanol'));
    expect(session().history?.document.engine.fuel).toMatchObject({
      value: 'methanol',
      source: { kind: 'estimated' },
    });
    expect(session().history?.past[0]?.label).toBe('Fuel: Methanol');
  });
});
