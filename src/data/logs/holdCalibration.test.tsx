import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { demo } from '@tests/support/ventisca';
import { logStore } from './recorder';
import { useHoldCalibration, useLogsWithHeld } from './queries';

jest.mock('../store/browserStorage', () => ({
  storage: jest
    .requireActual<typeof import('@tests/support/memoryStore')>('@tests/support/memoryStore')
    .memoryStore(),
}));

const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>{children}</QueryClientProvider>
);
const hold = async (id: string) => {
  const { result } = renderHook(() => useHoldCalibration(), { wrapper });
  await act(() => result.current.mutateAsync({ ids: [id], document: demo('ventisca') }));
};

test('what a log was driven with is kept once; what is there and cannot be read stays, and the log is read without', async () => {
  await hold('unknown');
  expect(await logStore.held('unknown')).toBe(JSON.stringify(demo('ventisca')));
  await logStore.hold('spoiled', '{"format":');
  await hold('spoiled');
  expect(await logStore.held('spoiled')).toBe('{"format":');
  const { result } = renderHook(() => useLogsWithHeld(['unknown', 'spoiled']), { wrapper });
  await waitFor(() => expect(result.current.held).not.toContain(undefined));
  expect(result.current.held.map((held) => held?.name ?? null)).toEqual([demo('ventisca').name, null]);
});
