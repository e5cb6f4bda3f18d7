import type { ChannelId } from '@/core/channel';
import {
  type CellWrite,
  type Identity,
  type LearnedCells,
  PROTOCOL,
  type Refusal,
  REFUSALS,
  type Reply,
  replyOf,
  type Request,
  written,
} from './messages';
import { sumOf } from './sums';
import type { Transport } from './transport';

/** A request that came to nothing: refused with a reason, or the link was lost. */
export class LinkError extends Error {
  constructor(
    readonly reason: Refusal | 'lost' | 'otherProtocol',
    message: string,
  ) {
    super(message);
  }
}

/** Time from outside, so that tests own it. */
export interface LinkClock {
  readonly after: (ms: number, run: () => void) => () => void;
}

/** What a client tells as it comes. */
export interface LinkEvents {
  /** Rows as {@link Reply} has them, with the number of the first. */
  readonly onSamples: (first: number, rows: readonly (readonly (number | null)[])[]) => void;
  /** The link is lost: nothing was heard for too long, or its way was closed. Told once. */
  readonly onLost: () => void;
}

/** An answer that takes longer than this is none, ms. */
const ANSWER_MS = 3000;
/** While nothing else is heard, it is asked whether anybody is there, ms. */
const ASK_MS = 1000;

type Answer = Exclude<Reply, { readonly samples: object }>;
type Asked = Request extends infer Each ? (Each extends Request ? Omit<Each, 'n'> : never) : never;

/** Our side of the link: asks, waits for the answer, and notices when nobody is there any more. */
export class LinkClient {
  private last = 0;
  private lost = false;
  private heard = true;
  private readonly waiting = new Map<
    number,
    { give: (answer: Answer) => void; fail: (error: LinkError) => void }
  >();
  private stopWatch: () => void = () => undefined;

  constructor(
    private readonly transport: Transport,
    private readonly clock: LinkClock,
    private readonly events: LinkEvents,
  ) {
    transport.onText = (text) => this.hear(text);
    transport.onClosed = () => this.lose();
    this.watch();
  }

  /** Who is there. @throws {LinkError} also where it speaks another protocol. */
  async identity(): Promise<Identity> {
    const answer = await this.ask({ ask: 'identity' });
    const identity = part(answer, 'identity');
    if (identity.protocol !== PROTOCOL) {
      throw new LinkError(
        'otherProtocol',
        `The engine computer speaks version ${identity.protocol} of the protocol, this is version ${PROTOCOL}.`,
      );
    }
    return identity;
  }

  /** Opens it for writing. */
  async unlock(key: string): Promise<void> {
    await this.ask({ ask: 'unlock', key });
  }

  /** The cells of a map, row by row. */
  async read(section: string, of: 'running' | 'stored'): Promise<Float64Array> {
    return Float64Array.from(part(await this.ask({ ask: 'read', section, of }), 'values'));
  }

  /**
   * Writes cells of the running map and makes sure that the map is then as it is meant to be.
   * @param after the whole map as it must be after the write.
   */
  async write(section: string, cells: readonly CellWrite[], after: ArrayLike<number>): Promise<void> {
    await this.ask({ ask: 'write', section, cells, sum: sumOf(after) });
  }

  /** Puts what was learned into a map: the map is written and the learned trims are forgotten, in one moment. */
  async fold(section: string, cells: readonly CellWrite[], after: ArrayLike<number>): Promise<void> {
    await this.ask({ ask: 'write', section, cells, sum: sumOf(after), folds: true });
  }

  /** What it has learned, cell by cell. @throws {LinkError} also where it learns nothing. */
  async learned(): Promise<LearnedCells> {
    return part(await this.ask({ ask: 'learned' }), 'learned');
  }

  /** Has it forget what it learned, in some cells or all. */
  async forget(cells: readonly number[] | null): Promise<void> {
    await this.ask({ ask: 'forget', cells });
  }

  /** Keeps what runs over key off. */
  async store(): Promise<void> {
    await this.ask({ ask: 'store' });
  }

  /** Starts samples. @returns their channels, in the order of each row. */
  async start(rateHz: number): Promise<readonly ChannelId[]> {
    return part(await this.ask({ ask: 'start', rateHz }), 'channels');
  }

  async stop(): Promise<void> {
    await this.ask({ ask: 'stop' });
  }

  /** Ends the link from this side; nobody is told that it is lost. */
  close(): void {
    this.end();
    this.transport.close();
  }

  private ask(asked: Asked): Promise<Answer> {
    if (this.lost) return Promise.reject(lostError());
    this.last += 1;
    const n = this.last;
    return new Promise((resolve, reject) => {
      const stop = this.clock.after(ANSWER_MS, () => this.lose());
      this.waiting.set(n, {
        give: (answer) => {
          stop();
          if ('refused' in answer) reject(new LinkError(answer.refused, REFUSALS[answer.refused]));
          else resolve(answer);
        },
        fail: (error) => {
          stop();
          reject(error);
        },
      });
      this.transport.send(written({ n, ...asked } as Request));
    });
  }

  private hear(text: string): void {
    const reply = replyOf(text);
    if (reply === null || this.lost) return;
    this.heard = true;
    if ('samples' in reply) {
      this.events.onSamples(reply.samples.first, reply.samples.rows);
      return;
    }
    const waiting = this.waiting.get(reply.n);
    this.waiting.delete(reply.n);
    waiting?.give(reply);
  }

  /** Asks who is there whenever nothing was heard for a while; the answer that does not come ends the link. */
  private watch(): void {
    this.stopWatch = this.clock.after(ASK_MS, () => {
      if (!this.heard && this.waiting.size === 0) this.ask({ ask: 'identity' }).catch(() => undefined);
      this.heard = false;
      this.watch();
    });
  }

  private lose(): void {
    if (this.lost) return;
    this.end();
    this.events.onLost();
  }

  private end(): void {
    this.lost = true;
    this.stopWatch();
    for (const { fail } of this.waiting.values()) fail(lostError());
    this.waiting.clear();
  }
}

function lostError(): LinkError {
  return new LinkError(
    'lost',
    'The link to the engine computer is lost. What was written last may not have arrived: connect again and compare.',
  );
}

function part<Key extends string>(answer: Answer, key: Key): Extract<Answer, Record<Key, unknown>>[Key] {
  if (!(key in answer))
    throw new LinkError('notUnderstood', 'The engine computer gave another answer than was asked for.');
  return (answer as Extract<Answer, Record<Key, unknown>>)[key];
}
