import { AT, CHANNEL_IDS, type ChannelId, type Frame, read } from '@/core/channel';
import {
  type CellWrite,
  type Identity,
  type LearnedCells,
  MOST_RATE_HZ,
  PROTOCOL,
  type Reply,
  type Request,
  requestOf,
  type Refusal,
  written,
} from './messages';
import { sumOf } from './sums';
import type { Transport } from './transport';

/** What is behind a host: the memory of an engine computer. */
export interface EcuMemory {
  readonly name: string;
  readonly calibration: string;
  readonly settings: number;
  /** What runs, by map; the host writes into these. */
  readonly running: Readonly<Record<string, Float64Array>>;
  /** What is kept over key off. */
  readonly stored: Readonly<Record<string, Float64Array>>;
  /** Keeps what runs. */
  readonly store: () => void;
  /** What it has learned; null where it learns nothing. */
  readonly learned?: () => LearnedCells | null;
  /** Forgets it, in some cells or all; folded where a map holds it now. */
  readonly forget?: (cells: readonly number[] | null, folded: boolean) => void;
}

/** Samples that wait to go together, at most, s of its own clock: a message costs more than a number. */
const TOGETHER_S = 0.5;
/** Share of a sample’s time by which it may come early. */
const EARLY = 0.01;

/** The engine computer’s side of the link: answers a client, and sends samples while they are asked for. */
export class LinkHost {
  private unlocked = false;
  private everyS = 0;
  private nextS: number | null = null;
  private sent = 0;
  private rows: (number | null)[][] = [];

  /**
   * @param key opens it for writing.
   * @param channels sent with every sample, in this order.
   */
  constructor(
    private readonly memory: EcuMemory,
    private readonly transport: Transport,
    private readonly key: string,
    private readonly channels: readonly ChannelId[] = CHANNEL_IDS,
  ) {
    transport.onText = (text) => this.answer(text);
  }

  /** Gives it the frame of a moment; a sample is made of it when one is due by the frame’s own clock. */
  offer(frame: Frame): void {
    if (this.everyS === 0) return;
    const timeS = read(frame, AT.time);
    const due = this.nextS ?? timeS;
    // In samples; one that is far behind is of a clock that began anew, one that is far ahead has missed some.
    const after = (timeS - due) / this.everyS;
    if (after > -2 && after < -EARLY) return;
    this.nextS = (Math.abs(after) < 1 ? due : timeS) + this.everyS;
    this.rows.push(this.channels.map((id) => known(read(frame, AT[id]))));
    if (this.rows.length * this.everyS >= TOGETHER_S) this.flush();
  }

  /** Sends the samples that wait: asked for whenever no more come for a moment. */
  flush(): void {
    if (this.rows.length === 0) return;
    this.reply({ samples: { first: this.sent, rows: this.rows } });
    this.sent += this.rows.length;
    this.rows = [];
  }

  private answer(text: string): void {
    const request = requestOf(text);
    if (request === null) {
      const n = numberOf(text);
      if (n !== null) this.reply({ n, refused: 'notUnderstood' });
      return;
    }
    const { n } = request;
    const outcome = this.outcome(request);
    this.reply(typeof outcome === 'string' ? { n, refused: outcome } : ({ n, ...outcome } as Reply));
  }

  private outcome(request: Request): Refusal | object {
    switch (request.ask) {
      case 'identity':
        return { identity: this.identity() };
      case 'unlock':
        if (request.key !== this.key) return 'wrongKey';
        this.unlocked = true;
        return { done: true };
      case 'read': {
        const values = this.memory[request.of][request.section];
        return values === undefined ? 'noSection' : { values: Array.from(values) };
      }
      case 'write':
        return this.write(request.section, request.cells, request.sum, request.folds === true);
      case 'learned': {
        const learned = this.memory.learned?.() ?? null;
        return learned === null ? 'noLearned' : { learned };
      }
      case 'forget':
        if (!this.unlocked) return 'locked';
        if ((this.memory.learned?.() ?? null) === null) return 'noLearned';
        this.memory.forget?.(request.cells, false);
        return { done: true };
      case 'store':
        if (!this.unlocked) return 'locked';
        this.memory.store();
        return { done: true };
      case 'start':
        if (!(request.rateHz > 0 && request.rateHz <= MOST_RATE_HZ)) return 'badRate';
        this.everyS = 1 / request.rateHz;
        this.nextS = null;
        this.sent = 0;
        this.rows = [];
        return { channels: this.channels };
      case 'stop':
        this.flush();
        this.everyS = 0;
        return { done: true };
    }
  }

  /** All of it or nothing: tried on a copy, and taken when it comes to the sum that was meant. */
  private write(section: string, cells: readonly CellWrite[], sum: number, folds: boolean): Refusal | object {
    if (!this.unlocked) return 'locked';
    const values = this.memory.running[section];
    if (values === undefined) return 'noSection';
    const after = values.slice();
    for (const { index, value } of cells) {
      if (index >= after.length) return 'badCell';
      after[index] = value;
    }
    if (sumOf(after) !== sum) return 'otherSum';
    if (folds && (this.memory.learned?.() ?? null) === null) return 'noLearned';
    values.set(after);
    if (folds) this.memory.forget?.(null, true);
    return { sum };
  }

  private identity(): Identity {
    const { name, calibration, settings, running, stored } = this.memory;
    const sections = Object.entries(running).map(([id, values]) => ({
      id,
      cells: values.length,
      running: sumOf(values),
      stored: sumOf(stored[id] ?? []),
    }));
    return { protocol: PROTOCOL, name, calibration, settings, sections };
  }

  private reply(reply: Reply): void {
    this.transport.send(written(reply));
  }
}

function known(value: number): number | null {
  return Number.isFinite(value) ? value : null;
}

/** The number of a message that is otherwise not understood, so that its sender does not wait; null without one. */
function numberOf(text: string): number | null {
  const found = /"n":(\d+)/.exec(text)?.[1];
  return found === undefined ? null : Number(found);
}
