import type { LinkClock } from './clock';
import { FRAME_KIND, frameBytes, frameOf, type LinkFrame, MOST_PAYLOAD_BYTES } from './frames';
import type { Transport } from './transport';
import { textOf, utf8Of } from './utf8';

/** Why a line ended by itself: nobody was heard any more, its way was closed, or the other side sent too much. */
export type LineEnd = 'silent' | 'closed' | 'tooMuch';

/** What a line tells as it comes. */
export interface LineEvents {
  /** A message: whole, in order, once. */
  readonly onMessage: (text: string) => void;
  /** Samples, as they come: some may be missing, late, or come twice; their number tells. */
  readonly onSamples: (first: number, payload: Uint8Array) => void;
  /** It ended by itself. Told once. */
  readonly onEnd: (why: LineEnd) => void;
}

export interface LineOptions {
  /** Of the client’s choice; null takes that of the first message that is heard. */
  readonly session: number | null;
  readonly mostMessageBytes: number;
  /** Nothing heard for so long ends it, ms. */
  readonly silentMs: number;
}

/** How often it looks at what is due, ms. */
const TICK_MS = 40;
/** After so long without sending, it says that it is there, and asks whether the other is, ms. */
const SAYS_MS = 600;
/** Frames under way at once. */
const UNDER_WAY = 24;
/** A frame not acknowledged is sent again after the time that answers take, within these bounds, ms. */
const AGAIN_MS = { first: 400, least: 80, most: 2000 } as const;
/** Frames that wait for an earlier one: as many as the bits of an acknowledgement. */
const WAITING = 32;
/** A message that is not acknowledged for so long never will be, ms. */
const NEVER_MS = 10_000;

interface UnderWay {
  readonly payload: Uint8Array;
  readonly more: boolean;
  readonly firstMs: number;
  sentMs: number;
  times: number;
}

/**
 * Messages whole, in order and once over a way that may lose, spoil, delay, reorder and repeat frames: each is numbered and
 * summed, acknowledged, and sent again until it is. Samples go as they are, and are not sent again.
 */
export class Line {
  /** A message is no longer than this, bytes, either way. */
  mostMessageBytes: number;
  /** Frames that were not what was sent. */
  private spoiled = 0;
  private session: number | null;
  private ended = false;
  private stopTick: () => void = () => undefined;
  private heardMs: number;
  private saidMs: number;

  private lastNumber = 0;
  private readonly queue: { readonly payload: Uint8Array; readonly more: boolean }[] = [];
  private readonly underWay = new Map<number, UnderWay>();
  /** How long an acknowledgement takes, and how much that varies, ms; null before the first. */
  private answerMs: { mean: number; spread: number } | null = null;

  private heard = 0;
  private readonly waiting = new Map<number, LinkFrame>();
  private parts: Uint8Array[] = [];
  private partBytes = 0;

  constructor(
    private readonly transport: Transport,
    private readonly clock: LinkClock,
    private readonly options: LineOptions,
    private readonly events: LineEvents,
  ) {
    this.session = options.session;
    this.mostMessageBytes = options.mostMessageBytes;
    this.heardMs = clock.nowMs();
    this.saidMs = this.heardMs;
    transport.onBytes = (bytes) => this.hear(bytes);
    transport.onClosed = () => this.end('closed');
    this.tick();
  }

  /** Messages that the other side has not acknowledged yet. */
  get unheard(): number {
    return this.queue.length + this.underWay.size;
  }

  /** What went wrong on the way until now. */
  get counts(): { readonly spoiled: number; readonly answerMs: number } {
    return { spoiled: this.spoiled, answerMs: this.answerMs?.mean ?? NaN };
  }

  /** Sends a message. @throws {RangeError} for one that is too long. */
  send(text: string): void {
    if (this.ended) return;
    const bytes = utf8Of(text);
    if (bytes.length > this.mostMessageBytes) {
      throw new RangeError(`A message is of ${this.mostMessageBytes} bytes at most, not ${bytes.length}.`);
    }
    for (let from = 0; from === 0 || from < bytes.length; from += MOST_PAYLOAD_BYTES) {
      const payload = bytes.subarray(from, from + MOST_PAYLOAD_BYTES);
      this.queue.push({ payload, more: from + MOST_PAYLOAD_BYTES < bytes.length });
    }
    this.fill();
  }

  /** Sends samples. @param first number of the first of them. */
  sendSamples(first: number, payload: Uint8Array): void {
    if (!this.ended && this.session !== null) this.put(FRAME_KIND.samples, first, payload);
  }

  /** Ends it from this side; nobody is told. */
  close(): void {
    if (this.ended) return;
    this.stop();
    this.transport.close();
  }

  private hear(bytes: Uint8Array): void {
    if (this.ended) return;
    const frame = frameOf(bytes);
    if (frame === null) {
      this.spoiled += 1;
      return;
    }
    // Somebody who is in the middle of something was talking to the one before us.
    const begins = frame.kind === FRAME_KIND.message && frame.number === 1;
    if (this.session === null && begins) this.session = frame.session;
    if (frame.session !== this.session) return;
    this.heardMs = this.clock.nowMs();
    this.settle(frame);
    if (frame.kind === FRAME_KIND.samples) this.events.onSamples(frame.number, frame.payload);
    if (frame.kind === FRAME_KIND.message) this.take(frame);
    if (this.ended) return;
    if (frame.kind === FRAME_KIND.message || frame.answerMe) this.acknowledge(false);
    this.fill();
  }

  /** A message’s frame: kept until those before it are there, and told in order. */
  private take(frame: LinkFrame): void {
    const ahead = frame.number - this.heard;
    if (ahead < 1 || ahead > WAITING || this.waiting.has(frame.number)) return;
    this.waiting.set(frame.number, frame);
    for (;;) {
      const next = this.waiting.get(this.heard + 1);
      if (next === undefined || this.ended) return;
      this.waiting.delete(this.heard + 1);
      this.heard += 1;
      this.join(next);
    }
  }

  private join({ payload, more }: LinkFrame): void {
    this.parts.push(payload);
    this.partBytes += payload.length;
    if (this.partBytes > this.mostMessageBytes) return this.end('tooMuch');
    if (more) return;
    const whole = new Uint8Array(this.partBytes);
    let at = 0;
    for (const part of this.parts) {
      whole.set(part, at);
      at += part.length;
    }
    this.parts = [];
    this.partBytes = 0;
    this.events.onMessage(textOf(whole));
  }

  /** What the other side has heard is no longer under way. */
  private settle({ heard, heardBits }: LinkFrame): void {
    for (const [number, sent] of this.underWay) {
      const ahead = number - heard;
      // The first after those heard is missing; the bits begin behind it.
      const arrived = ahead <= 0 || (ahead >= 2 && ahead <= 33 && ((heardBits >>> (ahead - 2)) & 1) === 1);
      if (!arrived) continue;
      this.underWay.delete(number);
      // One that was sent twice does not tell which of the two was answered.
      if (sent.times === 1) this.measure(this.clock.nowMs() - sent.sentMs);
    }
  }

  /** Smoothed time and spread of answers, as in RFC 6298. */
  private measure(ms: number): void {
    const { answerMs } = this;
    if (answerMs === null) {
      this.answerMs = { mean: ms, spread: ms / 2 };
      return;
    }
    answerMs.spread += (Math.abs(answerMs.mean - ms) - answerMs.spread) / 4;
    answerMs.mean += (ms - answerMs.mean) / 8;
  }

  private againMs(times: number): number {
    const { answerMs } = this;
    const once = answerMs === null ? AGAIN_MS.first : answerMs.mean + 4 * answerMs.spread;
    return Math.min(AGAIN_MS.most, Math.max(AGAIN_MS.least, once) * 1.5 ** (times - 1));
  }

  /** Puts what waits under way, as far as there is room. */
  private fill(): void {
    while (this.underWay.size < UNDER_WAY && this.queue.length > 0) {
      const oldest = this.underWay.keys().next().value ?? this.lastNumber + 1;
      if (this.lastNumber + 1 - oldest >= UNDER_WAY) return;
      const part = this.queue.shift();
      if (part === undefined) return;
      this.lastNumber += 1;
      const nowMs = this.clock.nowMs();
      this.underWay.set(this.lastNumber, { ...part, firstMs: nowMs, sentMs: nowMs, times: 1 });
      this.put(FRAME_KIND.message, this.lastNumber, part.payload, part.more);
    }
  }

  private tick(): void {
    this.stopTick = this.clock.after(TICK_MS, () => {
      const nowMs = this.clock.nowMs();
      if (nowMs - this.heardMs > this.options.silentMs) return this.end('silent');
      for (const [number, sent] of this.underWay) {
        if (nowMs - sent.firstMs > NEVER_MS) return this.end('silent');
        if (nowMs - sent.sentMs < this.againMs(sent.times)) continue;
        sent.sentMs = nowMs;
        sent.times += 1;
        this.put(FRAME_KIND.message, number, sent.payload, sent.more);
      }
      if (this.session !== null && nowMs - this.saidMs >= SAYS_MS) this.acknowledge(true);
      this.tick();
    });
  }

  private acknowledge(answerMe: boolean): void {
    this.put(FRAME_KIND.acknowledge, 0, NOTHING, false, answerMe);
  }

  private put(
    kind: LinkFrame['kind'],
    number: number,
    payload: Uint8Array,
    more = false,
    answerMe = false,
  ): void {
    let heardBits = 0;
    for (const waiting of this.waiting.keys()) heardBits |= 1 << (waiting - this.heard - 2);
    if (kind !== FRAME_KIND.samples) this.saidMs = this.clock.nowMs();
    const { session, heard } = this;
    this.transport.send(
      frameBytes({
        kind,
        more,
        answerMe,
        session: session ?? 0,
        number,
        heard,
        heardBits: heardBits >>> 0,
        payload,
      }),
    );
  }

  private end(why: LineEnd): void {
    if (this.ended) return;
    this.stop();
    if (why !== 'closed') this.transport.close();
    this.events.onEnd(why);
  }

  private stop(): void {
    this.ended = true;
    this.stopTick();
    this.underWay.clear();
    this.queue.length = 0;
    this.waiting.clear();
  }
}

const NOTHING = new Uint8Array(0);
