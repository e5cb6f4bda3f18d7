import type { LinkClock } from '@/link';

/** Time that the test turns. */
export class TurnedClock implements LinkClock {
  private now = 0;
  private due: { readonly atMs: number; readonly run: () => void }[] = [];

  readonly nowMs = () => this.now;

  readonly after = (ms: number, run: () => void) => {
    const entry = { atMs: this.now + ms, run };
    this.due.push(entry);
    return () => void (this.due = this.due.filter((other) => other !== entry));
  };

  /** How much waits for its time. */
  readonly waits = () => this.due.length;

  /** Lets time pass, and what waits for an answer go on between. */
  async pass(ms: number): Promise<void> {
    const untilMs = this.now + ms;
    for (;;) {
      await new Promise((resolve) => setImmediate(resolve));
      const next = this.due
        .filter(({ atMs }) => atMs <= untilMs)
        .reduce<(typeof this.due)[number] | null>(
          (first, entry) => (first === null || entry.atMs < first.atMs ? entry : first),
          null,
        );
      if (next === null) break;
      this.now = Math.max(this.now, next.atMs);
      this.due = this.due.filter((entry) => entry !== next);
      next.run();
    }
    this.now = untilMs;
  }

  /** Waits for an answer while time passes. @throws what it is refused with; also when nothing comes of it in time. */
  async answered<Value>(asked: Promise<Value>, withinMs = 30_000): Promise<Value> {
    let outcome: { readonly value: Value } | { readonly error: unknown } | null = null;
    asked.then(
      (value) => (outcome = { value }),
      (error: unknown) => (outcome = { error }),
    );
    const come = () => outcome as { readonly value: Value } | { readonly error: unknown } | null;
    for (let passedMs = 0; come() === null && passedMs < withinMs; passedMs += 20) await this.pass(20);
    const is = come();
    if (is === null) throw new Error(`Nothing came of it within ${withinMs} ms.`);
    if ('error' in is) throw is.error;
    return is.value;
  }
}
