import { act, render, screen } from '@testing-library/react';
import { useCallback, useLayoutEffect } from 'react';
import { Text } from 'react-native';
import { create } from 'zustand';
import { demo } from '@tests/support/ventisca';
import { type Calibration, mapAt } from '@/core/calibration';
import {
  sameButCells,
  useDocumentButCells,
  useDocumentPart,
  useDocumentPartLater,
  usePartInSlices,
} from './documentParts';
import { closeSession, edit, editCells, openSession, undo, useSession } from './session';

const settled = () => act(() => new Promise((resolve) => setTimeout(resolve, 300)));
/** Later is when nothing else is to be done: on a busy machine that takes its time. */
const WAITS = { timeout: 4000 };
const document = (): Calibration => {
  const { history } = useSession.getState();
  if (history === null) throw new Error('Nothing is open');
  return history.document;
};
const raise = () => {
  const map = mapAt(document(), 've');
  if (map === null) throw new Error('No map');
  editCells('Raise', 've', { ...map, values: map.values.map((value, i) => (i === 0 ? value + 1 : value)) });
};

afterEach(() => act(() => closeSession()));

const times: Record<string, number> = {};
const count = (who: string) => {
  times[who] = (times[who] ?? 0) + 1;
};
function Name() {
  count('name');
  return <Text>{useDocumentPart(({ name }) => name)}</Text>;
}
function First() {
  count('first');
  return <Text>{`first ${useDocumentPart(({ maps }) => maps.ve?.values[0])}`}</Text>;
}
function Fields() {
  count('fields');
  return <Text>{`bore ${useDocumentButCells().engine.bore?.amount}`}</Text>;
}
function FirstLater() {
  const first = useDocumentPartLater(useCallback(({ maps }: Calibration) => maps.ve?.values[0], []));
  return <Text>{`later ${first}`}</Text>;
}

test('a component is drawn when its part changes, and by nothing else', async () => {
  openSession('one', 1, demo());
  render(
    <>
      <Name />
      <First />
      <Fields />
      <FirstLater />
    </>,
  );
  await settled();
  const first = document().maps.ve?.values[0] ?? 0;
  const before = { ...times };
  act(raise);
  expect(screen.getByText(`first ${first + 1}`)).toBeTruthy();
  expect(screen.getByText(`later ${first}`)).toBeTruthy();
  expect(times).toEqual({ ...before, first: (before['first'] ?? 0) + 1 });
  expect(await screen.findByText(`later ${first + 1}`, undefined, WAITS)).toBeTruthy();
  act(undo);
  expect(screen.getByText(`first ${first}`)).toBeTruthy();
  expect(await screen.findByText(`later ${first}`, undefined, WAITS)).toBeTruthy();
  expect(times['fields']).toBe(before['fields']);
  act(() =>
    edit('Bore', ({ engine }) => {
      if (engine.bore !== null) engine.bore.amount = 85;
    }),
  );
  expect(screen.getByText('bore 85')).toBeTruthy();
  expect(times['name']).toBe(before['name']);
});

describe('documents that differ in cells only', () => {
  const ve = (document: Calibration) => {
    if (document.maps.ve === null) throw new Error('No map');
    return document.maps.ve;
  };
  const withMap = (document: Calibration, change: object): Calibration => ({
    ...document,
    maps: { ...document.maps, ve: { ...ve(document), ...change } },
  });
  const own: Calibration['corrections'][number] = {
    id: 'own',
    name: 'Own',
    enabled: true,
    on: 'fuel',
    operation: 'multiply',
    x: 'speed',
    y: 'manifoldPressure',
    activation: null,
    map: ve(demo()),
  };

  test('are one to what draws no cells', () => {
    const document = demo();
    expect(sameButCells(document, withMap(document, { values: [1], cellSources: [0] }))).toBe(true);
  });

  test.each<[string, (document: Calibration) => Calibration]>([
    ['a name', (document) => ({ ...document, name: 'Another' })],
    ['a field', (document) => ({ ...document, engine: { ...document.engine } })],
    ['a map that is gone', (document) => ({ ...document, maps: { ...document.maps, ve: null } })],
    ['an axis', (document) => withMap(document, { x: [...ve(document).x] })],
    ['the other axis', (document) => withMap(document, { y: [] })],
    ['an anchor', (document) => withMap(document, { anchors: { idle: 40 } })],
    ['a correction', (document) => ({ ...document, corrections: [own] })],
  ])('%s is a difference', (_, change) => {
    const document = demo();
    expect(sameButCells(document, change(document))).toBe(false);
  });

  test('the cells of a correction are none, its name is one', () => {
    const document = { ...demo(), corrections: [own] };
    const other = (change: object): Calibration => ({ ...document, corrections: [{ ...own, ...change }] });
    expect(sameButCells(document, other({ map: { ...own.map, values: [2] } }))).toBe(true);
    expect(sameButCells(document, other({ name: 'Another' }))).toBe(false);
    expect(sameButCells(document, other({ map: { ...own.map, x: [...own.map.x] } }))).toBe(false);
  });
});

describe('a part that is drawn in slices', () => {
  const store = create(() => ({ told: 1, other: 0 }));
  const told = ({ told }: { told: number }) => told;
  function Told() {
    count('told');
    return <Text>{`told ${usePartInSlices(store, told)}`}</Text>;
  }

  test('comes by itself, and what else the store says draws nothing', async () => {
    render(<Told />);
    expect(screen.getByText('told 1')).toBeTruthy();
    await settled();
    const before = times['told'];
    await act(async () => store.setState({ other: 1 }));
    expect(times['told']).toBe(before);
    act(() => store.setState({ told: 2 }));
    expect(await screen.findByText('told 2', undefined, WAITS)).toBeTruthy();
  });

  test('is told of a change between its drawing and its mounting', async () => {
    function Changes() {
      useLayoutEffect(() => store.setState({ told: 7 }), []);
      return null;
    }
    render(
      <>
        <Told />
        <Changes />
      </>,
    );
    expect(await screen.findByText('told 7', undefined, WAITS)).toBeTruthy();
  });
});
