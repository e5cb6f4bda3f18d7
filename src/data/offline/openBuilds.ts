import { pageBuild } from './pageBuild';

const OPEN = 'lumbre/open/';

/** A calibration that is open in another window, of another build of Lumbre. */
export class OpenInOtherBuild extends Error {
  constructor() {
    super(
      'This calibration is open in another window, which runs another version of Lumbre. Two versions never work on one: close the other window and try again, or load both anew.',
    );
    this.name = 'OpenInOtherBuild';
  }
}

/**
 * Marks a calibration as open in this page, for windows of other builds to see: two versions never work on one document.
 * Where the browser knows no locks across windows it says nothing.
 * @returns how to take the mark away.
 * @throws {OpenInOtherBuild} when a window of another build has it open; then it is not marked.
 */
export async function markOpen(id: string): Promise<() => void> {
  const { locks } = navigator as Partial<Pick<Navigator, 'locks'>>;
  if (locks === undefined) return () => undefined;
  const own = `${OPEN}${id}/${pageBuild() ?? ''}`;
  const release = await held(locks, own);
  // Marked first and looked for then: of two that open it at once, none takes the other for absent.
  const { held: marks = [] } = await locks.query();
  const isElsewhere = marks.some(({ name = '' }) => name.startsWith(`${OPEN}${id}/`) && name !== own);
  if (!isElsewhere) return release;
  release();
  throw new OpenInOtherBuild();
}

/** Holds a lock with all who hold it; returns how to let go. */
function held(locks: LockManager, name: string): Promise<() => void> {
  return new Promise((resolve, reject) => {
    locks.request(name, { mode: 'shared' }, () => new Promise<void>((letGo) => resolve(letGo))).catch(reject);
  });
}
