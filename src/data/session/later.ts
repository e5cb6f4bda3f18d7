/** Work that waits, by whom it is for. */
const waiting = new Map<unknown, () => void>();
let isUnderWay = false;

/** A page that is not looked at is not painted: work goes on without, after this long, ms. */
const UNSEEN_MS = 100;

/**
 * Does work after what is on the screen has been painted: each piece in a task of its own, so that the next key comes
 * between two of them, the one that waited longest first. Work for the same taker takes the place of what waits for it, so
 * nothing is done twice and nothing waits for ever while a key is held.
 */
export function later(taker: unknown, work: () => void): void {
  waiting.set(taker, work);
  if (isUnderWay) return;
  isUnderWay = true;
  afterPaint(nextPiece);
}

/** Does the work that waits for a taker at once. */
export function atOnce(taker: unknown): void {
  const work = waiting.get(taker);
  waiting.delete(taker);
  work?.();
}

/** Forgets the work that waits for a taker. */
export function notLater(taker: unknown): void {
  waiting.delete(taker);
}

function nextPiece(): void {
  const next = waiting.entries().next();
  if (next.done === true) {
    isUnderWay = false;
    return;
  }
  const [taker, work] = next.value;
  waiting.delete(taker);
  try {
    work();
  } finally {
    inNewTask(nextPiece);
  }
}

function afterPaint(task: () => void): void {
  let isDone = false;
  const once = () => {
    if (isDone) return;
    isDone = true;
    inNewTask(task);
  };
  if (typeof requestAnimationFrame === 'function') requestAnimationFrame(once);
  setTimeout(once, UNSEEN_MS);
}

const channel = typeof MessageChannel === 'undefined' ? null : new MessageChannel();
const tasks: (() => void)[] = [];
if (channel !== null) channel.port1.onmessage = () => tasks.shift()?.();

function inNewTask(task: () => void): void {
  if (channel === null) {
    setTimeout(task, 0);
    return;
  }
  tasks.push(task);
  channel.port2.postMessage(null);
}
