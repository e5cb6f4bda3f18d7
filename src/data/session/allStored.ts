import { useSession } from './sessionStore';
import { useUnsaved } from './unsaved';

/** True when nothing waits to be stored, here or in a calibration that was left. */
export function useAllStored(): boolean {
  const here = useSession(({ saveState }) => saveState === 'saved');
  return useUnsaved((unsaved) => Object.keys(unsaved).length === 0) && here;
}
