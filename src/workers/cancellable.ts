/** Names one run, so that a cancel reaches that run and no other. */
export type RunToken = string;

/** Lets other messages in between two slices of a long computation. */
export type Breathe = () => Promise<void>;

/** What a long computation tells, and asks, while it runs. */
export interface RunPort {
  readonly onProgress: (share: number) => void;
  readonly cancelled: () => boolean;
  readonly breathe: Breathe;
}

/** Messages wait this long at most, ms: each look for them costs as much as half a second of simulation. */
const BREATHES_EVERY_MS = 10;

/** How far it is, is told so often at most, ms: a screen draws no faster, and a start as a whole may take less. */
const TELLS_EVERY_MS = 50;

/** Runs of a worker, each of which can be ended by its token. */
export interface Runs {
  readonly run: <Answer>(
    token: RunToken,
    onProgress: (share: number) => void,
    task: (port: RunPort) => Promise<Answer>,
  ) => Promise<Answer>;
  /** Ends the run with this token at its next slice; nothing happens where it has ended. */
  readonly cancel: (token: RunToken) => void;
}

/** Keeps the runs of a worker. */
export function keptRuns(): Runs {
  const running = new Set<RunToken>();
  const cancelled = new Set<RunToken>();
  const breathe = breathing();
  return {
    async run(token, onProgress, task) {
      running.add(token);
      try {
        return await task({ onProgress: paced(onProgress), cancelled: () => cancelled.has(token), breathe });
      } finally {
        running.delete(token);
        cancelled.delete(token);
      }
    },
    cancel(token) {
      if (running.has(token)) cancelled.add(token);
    },
  };
}

/** Tells one share in {@link TELLS_EVERY_MS}. */
function paced(onProgress: (share: number) => void): (share: number) => void {
  let toldAtMs = performance.now();
  return (share) => {
    const nowMs = performance.now();
    if (nowMs - toldAtMs < TELLS_EVERY_MS) return;
    toldAtMs = nowMs;
    onProgress(share);
  };
}

/** Lets a message in when it is time, without the minimum delay of nested timers. */
function breathing(): Breathe {
  let breathedAtMs = performance.now();
  return () => {
    const nowMs = performance.now();
    if (nowMs - breathedAtMs < BREATHES_EVERY_MS) return Promise.resolve();
    breathedAtMs = nowMs;
    return new Promise((resolve) => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => {
        port1.close();
        resolve();
      };
      port2.postMessage(null);
    });
  };
}
