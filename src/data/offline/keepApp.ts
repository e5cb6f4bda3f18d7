import { type OfflineAnswers, type OfflineAsk, WORKER_PATH } from '@/offline/messages';
import { useOffline } from './offlineStore';
import { pageBuild } from './pageBuild';

/** A page that stays open asks so often whether there is a newer build, ms. */
const ASK_AGAIN_MS = 3_600_000;
/** A worker that does not answer in this time is taken for one that can’t, ms. */
const ANSWER_MS = 3000;

let registration: ServiceWorkerRegistration | null = null;

/** Has the app kept in this browser, and watches for a newer build. Once for each page. */
export async function keepApp(): Promise<void> {
  if (pageBuild() === null || useOffline.getState().kept !== 'unknown') return;
  if (!window.isSecureContext) return useOffline.setState({ kept: 'insecure' });
  // Absent in some private windows, whatever the types say.
  const { serviceWorker } = navigator as Partial<Pick<Navigator, 'serviceWorker'>>;
  if (serviceWorker === undefined) return useOffline.setState({ kept: 'impossible' });
  useOffline.setState({ kept: 'fetching' });
  await tryToKeep(serviceWorker);
}

/** Tries again to have the app kept, after not all of it came. */
export async function keepAgain(): Promise<void> {
  useOffline.setState({ kept: 'fetching' });
  await tryToKeep(navigator.serviceWorker);
}

async function tryToKeep(serviceWorker: ServiceWorkerContainer): Promise<void> {
  try {
    // Undefined where the browser was told to have none.
    const made = (await serviceWorker.register(WORKER_PATH, { updateViaCache: 'none' })) as
      ServiceWorkerRegistration | undefined;
    if (made === undefined) return useOffline.setState({ kept: 'impossible' });
    if (registration !== made) watch(made);
    registration = made;
    await look(made);
  } catch {
    // With no network there is nothing to compare with; what is kept stays.
    useOffline.setState({ kept: serviceWorker.controller === null ? 'failed' : 'kept' });
  }
}

function watch(made: ServiceWorkerRegistration): void {
  const follow = (worker: ServiceWorker | null) =>
    worker?.addEventListener('statechange', () => void look(made));
  follow(made.installing);
  made.addEventListener('updatefound', () => follow(made.installing));
  const askAgain = () => void made.update().catch(() => undefined);
  setInterval(askAgain, ASK_AGAIN_MS);
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') askAgain();
  });
}

/** Says what there is: kept or on its way, and whether something newer than this page is here whole. */
async function look({ active, waiting, installing }: ServiceWorkerRegistration): Promise<void> {
  if (active === null) {
    useOffline.setState({ kept: installing === null && waiting === null ? 'failed' : 'fetching' });
    return;
  }
  const isNewerHere = waiting !== null || (await isOfOtherBuild(active));
  useOffline.setState({ kept: active.state === 'activated' ? 'kept' : 'fetching', isNewerHere });
}

/** A page that came just before a release, and has the worker of the release. */
async function isOfOtherBuild(worker: ServiceWorker): Promise<boolean> {
  const build = await ask(worker, 'build');
  return build !== null && build !== pageBuild();
}

/** Asks the worker; null where it does not answer. */
function ask<Ask extends OfflineAsk>(worker: ServiceWorker, what: Ask): Promise<OfflineAnswers[Ask] | null> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    const giveUp = setTimeout(() => resolve(null), ANSWER_MS);
    port1.onmessage = ({ data }: MessageEvent<OfflineAnswers[Ask]>) => {
      clearTimeout(giveUp);
      port1.close();
      resolve(data);
    };
    worker.postMessage(what, [port2]);
  });
}

/**
 * Goes on with the newer build, by loading the page anew. Everything must be stored before.
 * @returns how many other windows have the one before open, with which nothing was done; null where it could not be asked.
 */
export async function takeNewer(): Promise<number | null> {
  const waiting = registration?.waiting ?? null;
  if (waiting === null) {
    window.location.reload();
    return 0;
  }
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), {
    once: true,
  });
  return ask(waiting, 'takeOver');
}
