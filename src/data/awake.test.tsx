import { act, renderHook } from '@testing-library/react';
import { useAwake } from './awake';

/** A browser's wake lock, with what is held of it. */
function wakeLock() {
  const held = new Set<object>();
  const request = jest.fn(() => {
    const sentinel = {
      released: false,
      release: () => {
        sentinel.released = true;
        held.delete(sentinel);
        return Promise.resolve();
      },
    };
    held.add(sentinel);
    return Promise.resolve(sentinel);
  });
  return { held, request };
}

const shown = (state: 'visible' | 'hidden') =>
  Object.defineProperty(document, 'visibilityState', { configurable: true, value: state });
const turn = async (state: 'visible' | 'hidden') => {
  shown(state);
  await act(async () => void document.dispatchEvent(new Event('visibilitychange')));
};
const given = (value: unknown) => Object.defineProperty(navigator, 'wakeLock', { configurable: true, value });

afterEach(() => {
  shown('visible');
  given(undefined);
});

describe('the screen', () => {
  test('is kept awake while something is on, and no longer', async () => {
    const lock = wakeLock();
    given(lock);
    const { rerender, unmount } = renderHook(({ isOn }) => useAwake(isOn), { initialProps: { isOn: false } });
    expect(lock.request).not.toHaveBeenCalled();
    await act(async () => rerender({ isOn: true }));
    expect(lock.held.size).toBe(1);
    await act(async () => rerender({ isOn: false }));
    expect(lock.held.size).toBe(0);
    await act(async () => rerender({ isOn: true }));
    await act(async () => unmount());
    expect(lock.held.size).toBe(0);
  });

  test('is asked for again by a page that comes back into sight, once', async () => {
    const lock = wakeLock();
    given(lock);
    renderHook(() => useAwake(true));
    await act(async () => undefined);
    // As the browser takes it away with the page.
    await act(async () => [...lock.held].forEach((one) => void (one as { release: () => void }).release()));
    await turn('hidden');
    expect(lock.request).toHaveBeenCalledTimes(1);
    await turn('visible');
    await turn('visible');
    expect(lock.request).toHaveBeenCalledTimes(2);
    expect(lock.held.size).toBe(1);
  });

  test('given only after it was over is given back', async () => {
    const lock = wakeLock();
    given(lock);
    const { unmount } = renderHook(() => useAwake(true));
    unmount();
    await act(async () => undefined);
    expect(lock.held.size).toBe(0);
  });

  test('goes out as it is set to where the browser does not allow it', async () => {
    given({ request: () => Promise.reject(new Error('Battery is low')) });
    expect(() => renderHook(() => useAwake(true))).not.toThrow();
    await act(async () => undefined);
    given(undefined);
    expect(() => renderHook(() => useAwake(true))).not.toThrow();
  });
});
