import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { StoreApi } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { later, notLater } from './later';
import { useSession } from './sessionStore';

/**
 * A part of the open document; the component is drawn again when that part becomes another one.
 * @param select a part that is kept in the document, or a plain value.
 */
export function useDocumentPart<Part>(select: (document: Calibration) => Part): Part {
  return useSession(({ history }) => {
    if (history === null) throw new TypeError('No calibration is open');
    return select(history.document);
  });
}

/**
 * The open document, but for the numbers in the cells of its maps, which may be those of a moment ago: for what is drawn
 * of fields, of axes and of which maps there are. An edit of cells does not draw it again.
 */
export function useDocumentButCells(): Calibration {
  return useDocumentPart(documentButCells);
}

let lastButCells: Calibration | null = null;
const butCells = new WeakMap<Calibration, Calibration>();

/** The same document as before for one that differs from it in cells only. */
function documentButCells(document: Calibration): Calibration {
  const known = butCells.get(document);
  if (known !== undefined) return known;
  if (lastButCells === null || !sameButCells(lastButCells, document)) lastButCells = document;
  butCells.set(document, lastButCells);
  return lastButCells;
}

/**
 * A part of a store that may be drawn a moment later: after the paint, in a task of its own. A change of the store does
 * not draw the component by itself.
 * @param select gives a part that is kept, or a plain value; what it is given last counts.
 */
export function usePartLater<State, Part>(
  store: Pick<StoreApi<State>, 'getState' | 'subscribe'>,
  select: (state: State) => Part,
): Part {
  const [part, show] = useState(() => select(store.getState()));
  const latest = useRef(select);
  useEffect(() => {
    latest.current = select;
    later(show, () => show(() => latest.current(store.getState())));
  }, [store, select]);
  useEffect(() => {
    const stop = store.subscribe(() => later(show, () => show(() => latest.current(store.getState()))));
    return () => {
      stop();
      notLater(show);
    };
  }, [store]);
  return part;
}

/**
 * A part of a store that is drawn in slices, so that the page never holds still for it: not even what is on the screen already is
 * drawn for its change.
 * @param select gives a part that is kept, or a plain value; one that is made anew each time looks anew each time.
 */
export function usePartInSlices<State, Part>(
  store: Pick<StoreApi<State>, 'getState' | 'subscribe'>,
  select: (state: State) => Part,
): Part {
  const [part, show] = useState(() => select(store.getState()));
  useEffect(() => {
    const look = () => startTransition(() => show(() => select(store.getState())));
    look();
    return store.subscribe(look);
  }, [store, select]);
  return part;
}

/** What a component shows of a value that may be drawn a moment later. */
export function useLater<Value>(value: Value): Value {
  const [shown, show] = useState(value);
  useEffect(() => later(show, () => show(() => value)), [value]);
  useEffect(() => () => notLater(show), []);
  return shown;
}

/** False as a component is first drawn, and true behind that paint: for what of it is not in sight at once. */
export function useAfterPaint(): boolean {
  const [isPainted, show] = useState(false);
  useEffect(() => {
    later(show, () => show(true));
    return () => notLater(show);
  }, []);
  return isPainted;
}

const whole = (document: Calibration): Calibration => document;

/**
 * A part of the open document that may be drawn a moment later.
 * @param select as for `useDocumentPart`; one that is made anew each time costs a look at each drawing.
 */
export function useDocumentPartLater<Part>(select: (document: Calibration) => Part): Part {
  return usePartLater(
    useSession,
    useCallback(({ history }) => select(history?.document ?? lastOpen()), [select]),
  );
}

/** A calibration that was closed meanwhile is shown as it was until its screen is gone. */
function lastOpen(): Calibration {
  if (lastButCells === null) throw new TypeError('No calibration is open');
  return lastButCells;
}

/**
 * A part of the open document that takes a while to make: a moment after it was opened or edited, and null until then, so that
 * neither a screen nor a key waits for it.
 */
export function useDocumentPartAfter<Part>(select: (document: Calibration) => Part): Part | null {
  const [part, show] = useState<Part | null>(null);
  useEffect(() => {
    const look = () => {
      const { history } = useSession.getState();
      if (history !== null) show(() => select(history.document));
    };
    const lookLater = () => later(look, look);
    lookLater();
    const stop = useSession.subscribe((session, before) => {
      if (session.history?.document !== before.history?.document) lookLater();
    });
    return () => {
      stop();
      notLater(look);
    };
  }, [select]);
  return part;
}

/** The whole document, a moment after it was opened or edited; null until then. */
export function useDocumentAfter(): Calibration | null {
  return useDocumentPartAfter(whole);
}

/** The whole document, a moment later. */
export function useDocumentLater(): Calibration {
  return useDocumentPartLater(whole);
}

type Mapped = Calibration['maps'][keyof Calibration['maps']];

/** True when two documents differ in nothing but the cells of maps that both have. */
export function sameButCells(a: Calibration, b: Calibration): boolean {
  if (a === b) return true;
  const keys = Object.keys(b) as (keyof Calibration)[];
  if (keys.length !== Object.keys(a).length) return false;
  return keys.every((key) => {
    if (a[key] === b[key]) return true;
    if (key === 'maps') {
      const ids = Object.keys(b.maps) as (keyof Calibration['maps'])[];
      return ids.length === Object.keys(a.maps).length && ids.every((id) => sameAxes(a.maps[id], b.maps[id]));
    }
    if (key !== 'corrections' || a.corrections.length !== b.corrections.length) return false;
    return b.corrections.every((own, i) => {
      const before = a.corrections[i];
      if (before === own) return true;
      if (before === undefined || !sameAxes(before.map, own.map)) return false;
      const { map: _cells, ...rest } = own;
      return Object.entries(rest).every(([name, value]) => before[name as keyof typeof before] === value);
    });
  });
}

function sameAxes(a: Mapped, b: Mapped): boolean {
  if (a === b) return true;
  return (
    a !== null &&
    b !== null &&
    a.x === b.x &&
    a.y === b.y &&
    a.anchors === b.anchors &&
    a.computedFrom === b.computedFrom
  );
}
