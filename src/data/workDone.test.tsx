import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { renderHook, waitFor } from '@testing-library/react';
import { demo } from '@tests/support/ventisca';
import type { ReactNode } from 'react';
import type { Calibration } from '@/core/calibration';
import { buildSum, imageOf } from '@/core/ecuImage';
import { keepDryStart, useWorkDone } from './workDone';

const mockKept = new Map<string, string>();
jest.mock('./store/browserStorage', () => ({
  storage: {
    getItem: (key: string) => Promise.resolve(mockKept.get(key) ?? null),
    setItem: (key: string, text: string) => Promise.resolve(void mockKept.set(key, text)),
  },
}));

beforeEach(() => mockKept.clear());

/** What is told as done with a document. */
async function doneWith(document: Calibration) {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(() => useWorkDone('one', document), { wrapper });
  await waitFor(() => expect(result.current).not.toBeNull());
  // Results of procedures are read beside it.
  await waitFor(() => expect(client.isFetching()).toBe(0));
  return result.current;
}

const another = () => demo('ventisca', ({ engine }) => (engine.stroke = null));

test('nothing is done at first', async () => {
  expect(await doneWith(demo())).toEqual({ dryStart: false, passed: [] });
});

test('a dry start is done for the build that caught, whatever its map is since, and for no other', async () => {
  const document = demo();
  await keepDryStart('one', document);
  expect((await doneWith(document))?.dryStart).toBe(true);
  const { ve } = document.maps;
  if (ve === null) throw new TypeError('No filling map');
  const corrected = {
    ...document,
    maps: { ...document.maps, ve: { ...ve, values: ve.values.map((cell) => cell * 1.02) } },
  };
  expect((await doneWith(corrected))?.dryStart).toBe(true);
  expect((await doneWith(another()))?.dryStart).toBe(false);
});

test('a procedure is done where it was passed, with this build', async () => {
  const build = buildSum(imageOf(demo()));
  const ended = (verdict: string, of: number) => ({
    verdict,
    at: '2026-01-01T00:00:00.000Z',
    build: of,
    found: [],
  });
  mockKept.set(
    'procedures/one',
    JSON.stringify({
      fuelPressure: ended('passed', build),
      outputs: ended('failed', build),
      firstFire: ended('passed', build + 1),
    }),
  );
  expect((await doneWith(demo()))?.passed).toEqual(['fuelPressure']);
  expect((await doneWith(another()))?.passed).toEqual([]);
});
