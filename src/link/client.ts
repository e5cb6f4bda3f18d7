import { JSONRPCClient, type JSONRPCResponse } from 'json-rpc-2.0';
import type { ChannelId } from '@/core/channel';
import type { LinkClock } from './clock';
import { Line, type LineEnd } from './line';
import {
  type CellWrite,
  type Contents,
  type Identity,
  isRefusal,
  type LearnedCells,
  METHODS,
  type MethodId,
  MOST_MESSAGE_BYTES,
  type Params,
  PROTOCOL,
  type Refusal,
  REFUSALS,
  type Result,
  type WorkAsk,
} from './messages';
import { sampleRows } from './samples';
import type { Transport } from './transport';

/** A request that came to nothing: refused with a reason, not answered, or the link was lost. */
export class LinkError extends Error {
  constructor(
    readonly reason: Refusal | 'lost' | 'noAnswer',
    message: string,
  ) {
    super(message);
  }
}

/** What a client tells as it comes. */
export interface LinkEvents {
  /** Rows of samples, a number a channel, NaN where nothing is known; with the number of the first since they were started. */
  readonly onSamples: (first: number, rows: readonly Float64Array[]) => void;
  /** The link is lost: nothing was heard for too long, or its way was closed. Told once. */
  readonly onLost: (why: LineEnd) => void;
}

/** An answer that takes longer than this is none, ms: more than a way that loses frames needs. */
const ANSWER_MS = 12_000;
/** While nothing is heard for so long, nobody is there, ms. */
const SILENT_MS = 3000;
/** Sections asked for by one message. */
const SECTIONS_TOGETHER = 24;
/** A message of sections is closed once it has so many bytes. */
const TOGETHER_BYTES = 30_000;

/** What went wrong on the way: frames spoiled, samples that never came, and how long an answer takes, ms; NaN before the first. */
export interface LinkCounts {
  readonly spoiled: number;
  readonly missing: number;
  readonly answerMs: number;
}

/** Our side of the link: asks, waits for the answer, and notices when nobody is there any more. */
export class LinkClient {
  private readonly line: Line;
  private readonly rpc: JSONRPCClient;
  private lost = false;
  private channels = 0;
  /** Number of the first sample that is read by these channels; none is while others are being agreed on. */
  private firstRead = Infinity;
  /** The sample that comes next, and how many never came. */
  private nextSample = 0;
  private missing = 0;
  private readonly waiting = new Set<(error: LinkError) => void>();

  /** @param session any number up to 2³² − 1, another for each connection. */
  constructor(
    transport: Transport,
    private readonly clock: LinkClock,
    session: number,
    private readonly events: LinkEvents,
  ) {
    this.rpc = new JSONRPCClient((request) => this.line.send(JSON.stringify(request)));
    const options = { session, mostMessageBytes: MOST_MESSAGE_BYTES, silentMs: SILENT_MS };
    this.line = new Line(transport, clock, options, {
      onMessage: (text) => this.hear(text),
      onSamples: (first, payload) => this.sample(first, payload),
      onEnd: (why) => {
        this.end();
        events.onLost(why);
      },
    });
  }

  /** What went wrong on the way until now, as this side has seen it. */
  get counts(): LinkCounts {
    return { ...this.line.counts, missing: this.missing };
  }

  /** Who is there. @throws {LinkError} also where it speaks another protocol. */
  async hello(pairing: string): Promise<Identity> {
    return this.ask('hello', { protocol: PROTOCOL, pairing });
  }

  /** What is in it now, by sums. */
  contents(): Promise<Contents> {
    return this.ask('contents', {});
  }

  /** Opens it for writing. */
  async unlock(code: string): Promise<void> {
    await this.ask('unlock', { code });
  }

  async lock(): Promise<void> {
    await this.ask('lock', {});
  }

  /** Contents of sections, asked for some at a time. */
  async read(of: 'running' | 'stored', ids: readonly string[]): Promise<Record<string, unknown>> {
    const asks: Promise<Result<'read'>>[] = [];
    for (let from = 0; from < ids.length; from += SECTIONS_TOGETHER) {
      asks.push(this.ask('read', { of, sections: ids.slice(from, from + SECTIONS_TOGETHER) }));
    }
    const parts = await Promise.all(asks);
    return Object.assign({}, ...parts.map(({ sections }) => sections)) as Record<string, unknown>;
  }

  /**
   * Writes cells of a map that runs and makes sure that the section then says what it is meant to.
   * @param sum of the whole section after the write.
   */
  async write(section: string, cells: readonly CellWrite[], sum: number): Promise<void> {
    await this.ask('write', { section, cells: [...cells], sum, left: null });
  }

  /** Puts what was learned into a map: the map is written and what stays learned is less by it, in one moment. */
  async fold(section: string, cells: readonly CellWrite[], sum: number, left: LearnedCells): Promise<void> {
    await this.ask('write', { section, cells: [...cells], sum, left });
  }

  /**
   * Runs these sections in place of its own, all of them or none.
   * @param sums of each section.
   * @param onProgress share of what has arrived.
   */
  async send(
    sections: Readonly<Record<string, unknown>>,
    sums: Readonly<Record<string, number>>,
    onProgress: (share: number) => void = () => undefined,
  ): Promise<void> {
    const ids = Object.keys(sections);
    const announced = Object.fromEntries(ids.map((id) => [id, sums[id] ?? 0]));
    await this.ask('begin', { sections: announced });
    let arrived = 0;
    const parts = partsOf(sections);
    const asks = parts.map((part) =>
      this.ask('part', { sections: part }).then(() => {
        arrived += Object.keys(part).length;
        onProgress(arrived / ids.length);
      }),
    );
    await Promise.all(asks);
    await this.ask('commit', {});
  }

  /** What it has learned, cell by cell. @throws {LinkError} also where it learns nothing. */
  learned(): Promise<LearnedCells> {
    return this.ask('learned', {});
  }

  /** Has it forget what it learned, in some cells or all. */
  async forget(cells: readonly number[] | null): Promise<void> {
    await this.ask('forget', { cells: cells === null ? null : [...cells] });
  }

  /** Keeps what runs over key off. @returns its generation. */
  async store(): Promise<number> {
    return (await this.ask('store', {})).generation;
  }

  /** Works one thing at the standing engine; {@link holdWork} has to follow as long as it is meant. */
  async work(ask: WorkAsk): Promise<void> {
    await this.ask('work', { ask });
  }

  /** Still there, and still meant. */
  async holdWork(): Promise<void> {
    await this.ask('holdWork', {});
  }

  async endWork(): Promise<void> {
    await this.ask('endWork', {});
  }

  /** Starts samples. @param atPins with what arrives at the pins of sensors. @returns their channels, in the order of each row. */
  async start(rateHz: number, atPins = false): Promise<readonly ChannelId[]> {
    const before = this.firstRead;
    this.firstRead = Infinity;
    try {
      const { channels, first } = await this.ask('start', { rateHz, atPins });
      this.channels = channels.length;
      this.firstRead = first;
      return channels;
    } catch (error) {
      this.firstRead = before;
      throw error;
    }
  }

  async stop(): Promise<void> {
    await this.ask('stop', {});
  }

  /** Ends the link from this side; nobody is told that it is lost. */
  close(): void {
    this.end();
    this.line.close();
  }

  private async ask<Id extends MethodId>(id: Id, params: Params<Id>): Promise<Result<Id>> {
    if (this.lost) throw lostError();
    let fail: (error: LinkError) => void = () => undefined;
    const ended = new Promise<never>((_, reject) => (fail = reject));
    this.waiting.add(fail);
    const callOff = this.clock.after(ANSWER_MS, () => fail(noAnswer()));
    try {
      const answer: unknown = await Promise.race([this.rpc.request(id, params), ended]);
      const result = METHODS[id].result.safeParse(answer);
      if (!result.success) throw new LinkError('notUnderstood', OTHER_ANSWER);
      return result.data as Result<Id>;
    } catch (error) {
      throw linkError(error);
    } finally {
      callOff();
      this.waiting.delete(fail);
    }
  }

  private hear(text: string): void {
    try {
      this.rpc.receive(JSON.parse(text) as JSONRPCResponse);
    } catch {
      // What is no answer answers nothing: whoever waits hears so in time.
    }
  }

  private sample(first: number, payload: Uint8Array): void {
    const rows = first < this.firstRead ? null : sampleRows(payload, this.channels);
    if (rows !== null) this.countMissing(first, rows.length);
    if (rows !== null && !this.lost) this.events.onSamples(first - this.firstRead, rows);
  }

  /** Samples are numbered: what lies between those that came never did, unless it comes late. */
  private countMissing(first: number, rows: number): void {
    const next = Math.max(this.nextSample, this.firstRead);
    if (first >= next) this.missing += first - next;
    else this.missing = Math.max(0, this.missing - rows);
    this.nextSample = Math.max(next, first + rows);
  }

  private end(): void {
    this.lost = true;
    for (const fail of this.waiting) fail(lostError());
    this.waiting.clear();
  }
}

/** Sections by the message they go in, in order. */
function partsOf(sections: Readonly<Record<string, unknown>>): Record<string, unknown>[] {
  const parts: Record<string, unknown>[] = [];
  let bytes = Infinity;
  for (const [id, given] of Object.entries(sections)) {
    const content = given ?? null;
    if (bytes > TOGETHER_BYTES) {
      parts.push({});
      bytes = 0;
    }
    (parts.at(-1) as Record<string, unknown>)[id] = content;
    bytes += JSON.stringify(content).length;
  }
  return parts;
}

const OTHER_ANSWER = 'The engine computer gave another answer than was asked for.';

function noAnswer(): LinkError {
  return new LinkError('noAnswer', 'The engine computer hears, and did not answer. Try again.');
}

function lostError(): LinkError {
  return new LinkError(
    'lost',
    'The link to the engine computer is lost. What was written last may not have arrived: connect again and compare.',
  );
}

/** What a request came to nothing by, with what the engine computer said about it. */
function linkError(error: unknown): LinkError {
  if (error instanceof LinkError) return error;
  const { reason, detail } = ((error as { data?: unknown } | null)?.data ?? {}) as {
    reason?: unknown;
    detail?: unknown;
  };
  if (!isRefusal(reason)) return new LinkError('notUnderstood', REFUSALS.notUnderstood);
  const more = typeof detail === 'string' && reason === 'notUsable' ? ` ${detail}` : '';
  if (reason !== 'otherProtocol') return new LinkError(reason, `${REFUSALS[reason]}${more}`);
  return new LinkError(
    reason,
    `The engine computer speaks version ${String(detail)} of the protocol, this is version ${PROTOCOL}. Update the older of the two.`,
  );
}
