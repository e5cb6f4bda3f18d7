import { flushSync } from 'react-dom';

/** Work that waits, by whom it is for. */
const waiting = new Map<unknown, () => void>();
let isUnderWay = false;

/** A page that is not looked at is not painted: work goes on without, after this long, ms. */
const UNSEEN_MS = 100;

/** After so long the next paint comes first, and with it the next key, ms. A paint for each piece would cost more than they do. */
const TOGETHER_MS = 8;

/**
 * Does work after what is on the screen has been painted: a few pieces after each paint, the one that waited longest
 * first. Work for the same taker takes the place of what waits for it, so nothing is done twice and nothing waits for ever
 * while a key is held.
 */
export function later(taker: unknown, work: () => void): void {
  waiting.set(taker, work);
  if (isUnderWay) return;
  isUnderWay = true;
  afterPaint(nextPieces);
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

function nextPieces(): void {
  const started = performance.now();
  try {
    while (waiting.size > 0 && performance.now() - started < TOGETHER_MS) {
      const [taker] = waiting.keys();
      // Drawn here and now: left to React, each would be a task of its own again.
      flushSync(() => atOnce(taker));
    }
  } finally {
    isUnderWay = waiting.size > 0;
    if (isUnderWay) afterPaint(nextPieces);
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

const tasks: (() => void)[] = [];
let channel: MessageChannel | null = null;

/** Made when it is first of use: an open port keeps a process from ending. */
function openChannel(): MessageChannel | null {
  if (channel === null && typeof MessageChannel !== 'undefined') {
    channel = new MessageChannel();
    channel.port1.onmessage = () => tasks.shift()?.();
  }
  return channel;
}

function inNewTask(task: () => void): void {
  const open = openChannel();
  if (open === null) {
    setTimeout(task, 0);
    return;
  }
  tasks.push(task);
  open.port2.postMessage(null);
}
