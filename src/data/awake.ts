import { useEffect } from 'react';

/**
 * Keeps the screen awake while something is on and the page is seen. Browsers allow it over https and on the machine itself;
 * where they do not, or the battery is low, the screen goes out as it is set to.
 */
export function useAwake(isOn: boolean): void {
  useEffect(() => {
    const { wakeLock } = navigator as Partial<Pick<Navigator, 'wakeLock'>>;
    if (!isOn || wakeLock === undefined) return undefined;
    let isOver = false;
    let held: WakeLockSentinel | null = null;
    // A page that goes out of sight loses it, and asks for it again when it is back.
    const hold = async () => {
      if (document.visibilityState !== 'visible' || (held !== null && !held.released)) return;
      const got = await wakeLock.request('screen').catch(() => null);
      if (isOver) void got?.release();
      else held = got;
    };
    const again = () => void hold();
    again();
    document.addEventListener('visibilitychange', again);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', again);
      void held?.release();
    };
  }, [isOn]);
}
