/** What a page and the service worker say to each other: each message goes with a port, on which its answer comes. */
export type OfflineAsk =
  /** Which build the worker holds. */
  | 'build'
  /** To take over from the worker that is active. It does so only where no other window would be left with another build. */
  | 'takeOver';

/** The worker’s answers. */
export interface OfflineAnswers {
  readonly build: string;
  /** How many other windows stand in its way: with none it takes over. */
  readonly takeOver: number;
}

/** Where the worker is served. */
export const WORKER_PATH = '/service-worker.js';

/** Stands in the worker for a digest of the page’s policy, which the server knows: another policy is another page. */
export const POLICY_MARK = '%POLICY%';

/** The name of the page’s element that says which build it is of. */
export const BUILD_META = 'lumbre-build';
