import { JSONRPCErrorException, JSONRPCServer } from 'json-rpc-2.0';
import { AT, type ChannelId, type Frame, read } from '@/core/channel';
import type { LinkClock } from './clock';
import type { EcuMemory } from './ecuMemory';
import { MOST_PAYLOAD_BYTES } from './frames';
import { Line } from './line';
import type { Doors } from './lock';
import {
  METHODS,
  type MethodId,
  MOST_MESSAGE_BYTES,
  MOST_RATE_HZ,
  type Params,
  PROTOCOL,
  REFUSALS,
  type Refusal,
  REFUSED_CODE,
  type Refused,
  type Result,
} from './messages';
import { sampleBytes } from './samples';
import type { Transport } from './transport';

/** Until it has said the pairing code, a client sends no more than this at once, bytes. */
const MOST_BEFORE_PAIRING = 4096;
/** It is given so long to say it, ms. */
const PAIRS_WITHIN_MS = 15_000;
/** Nothing heard of a client for so long, and it is gone, ms. */
const GONE_MS = 10_000;
/** Samples that wait to go together, at most, s of its own clock: a message costs more than a number. */
const TOGETHER_S = 0.5;
/** Share of a sample’s time by which it may come early. */
const EARLY = 0.01;
/** Requests a second that are answered, and how many at once. */
const ASKS = { perSecond: 200, atOnce: 400 } as const;

type Answer<Id extends MethodId> = Refused | Result<Id> | Promise<Result<Id>>;
type Answers = { readonly [Id in MethodId]: (params: Params<Id>) => Answer<Id> };

/** A refusal as an answer. */
function refused(reason: Refusal, detail?: string): Refused {
  return { refused: reason, ...(detail === undefined ? {} : { detail }) };
}

/** One client of an engine computer, from its first word until it is gone. */
export class HostSession {
  private readonly line: Line;
  private readonly server = new JSONRPCServer({ errorListener: () => undefined });
  private paired = false;
  private readonly stopPairing: () => void;
  /** Of sections that are on their way, the sums that were announced and what has arrived. */
  private announced: Readonly<Record<string, number>> = {};
  private readonly arrived = new Map<string, unknown>();
  /** It had something worked. */
  private works = false;
  private everyS = 0;
  private nextS: number | null = null;
  private sent = 0;
  private rows: number[][] = [];
  /** What each sample says, since they were started; and how many of them fit a frame. */
  private sending: readonly ChannelId[] = [];
  private mostRows = 1;
  private asksLeft: number = ASKS.atOnce;
  private asksMs: number;

  /**
   * @param channels that there are now, in the order of each sample.
   * @param onGone told once, however it ended.
   */
  constructor(
    private readonly memory: EcuMemory,
    transport: Transport,
    private readonly clock: LinkClock,
    private readonly doors: Doors<HostSession>,
    private readonly channels: (atPins: boolean) => readonly ChannelId[],
    private readonly onGone: (session: HostSession) => void,
  ) {
    this.asksMs = clock.nowMs();
    for (const id of Object.keys(METHODS) as MethodId[]) this.serve(id);
    const options = { session: null, mostMessageBytes: MOST_BEFORE_PAIRING, silentMs: GONE_MS };
    this.line = new Line(transport, clock, options, {
      onMessage: (text) => this.hear(text),
      onSamples: () => undefined,
      onEnd: () => this.gone(),
    });
    this.stopPairing = clock.after(PAIRS_WITHIN_MS, () => (this.paired ? undefined : this.end()));
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
    this.rows.push(this.sending.map((id) => read(frame, AT[id])));
    if (this.rows.length * this.everyS >= TOGETHER_S || this.rows.length >= this.mostRows) this.flush();
  }

  /** Sends the samples that wait: asked for whenever no more come for a moment. */
  flush(): void {
    if (this.rows.length === 0) return;
    this.line.sendSamples(this.sent, sampleBytes(this.rows));
    this.sent += this.rows.length;
    this.rows = [];
  }

  /** Ends it from this side. */
  end(): void {
    this.line.close();
    this.gone();
  }

  private gone(): void {
    this.stopPairing();
    this.stopWork();
    this.doors.leaves(this);
    this.everyS = 0;
    this.onGone(this);
  }

  private hear(text: string): void {
    if (!this.mayAsk()) {
      this.end();
      return;
    }
    this.server.receiveJSON(text).then(
      (answer) => (answer === null ? undefined : this.line.send(JSON.stringify(answer))),
      () => undefined,
    );
  }

  /** A bucket of asks that fills by the clock; who empties it is no client of ours. */
  private mayAsk(): boolean {
    const nowMs = this.clock.nowMs();
    this.asksLeft = Math.min(ASKS.atOnce, this.asksLeft + ((nowMs - this.asksMs) / 1000) * ASKS.perSecond);
    this.asksMs = nowMs;
    this.asksLeft -= 1;
    return this.asksLeft >= 0;
  }

  private serve<Id extends MethodId>(id: Id): void {
    this.server.addMethod(id, async (given) => {
      const params = METHODS[id].params.safeParse(given);
      if (!params.success) throw exception(refused('notUnderstood', params.error.issues[0]?.path.join('.')));
      if (!this.paired && id !== 'hello') throw exception(refused('notPaired'));
      const answers: Answers = this.answers;
      const answer = await answers[id](params.data as Params<Id>);
      if (isRefused(answer)) throw exception(answer);
      return answer;
    });
  }

  private readonly answers: Answers = {
    hello: ({ protocol, pairing }) => {
      if (protocol !== PROTOCOL) return refused('otherProtocol', `${PROTOCOL}`);
      const tried = this.doors.tried('pairing', pairing, this.clock.nowMs());
      if (tried !== 'right') return refused(tried === 'shut' ? 'tooManyTries' : 'notPaired');
      this.paired = true;
      this.line.mostMessageBytes = MOST_MESSAGE_BYTES;
      const { name, serial, firmware, documentVersion } = this.memory;
      const capabilities = {
        learns: this.memory.learns(),
        locks: true,
        mostRateHz: MOST_RATE_HZ,
        channels: [...this.channels(false)],
      };
      return { protocol: PROTOCOL, name, serial, firmware, documentVersion, capabilities };
    },
    contents: () => this.memory.contents(),
    unlock: ({ code }) => {
      const tried = this.doors.tried('lock', code, this.clock.nowMs());
      if (tried !== 'right') return refused(tried === 'shut' ? 'tooManyTries' : 'wrongCode');
      return this.doors.letWrite(this) ? {} : refused('writerThere');
    },
    lock: () => {
      this.stopWork();
      this.doors.leaves(this);
      return {};
    },
    read: ({ of, sections }) => {
      const contents: Record<string, unknown> = {};
      for (const id of sections) {
        const content = this.memory.section(of, id);
        if (content === undefined) return refused('noSection', id);
        contents[id] = content;
      }
      return { sections: contents };
    },
    write: ({ section, cells, sum, left }) =>
      this.writing(() => this.memory.write(section, cells, sum, left)),
    begin: ({ sections }) =>
      this.writing(() => {
        this.announced = sections;
        this.arrived.clear();
        return null;
      }),
    part: ({ sections }) =>
      this.writing(() => {
        for (const [section, content] of Object.entries(sections)) {
          const wanted = this.announced[section];
          if (wanted === undefined) return refused('notAnnounced', section);
          if (this.memory.sumOf(section, content) !== wanted) return refused('otherSum', section);
          this.arrived.set(section, content);
        }
        return null;
      }),
    commit: () =>
      this.writing(() => {
        const missing = Object.keys(this.announced).find((id) => !this.arrived.has(id));
        if (missing !== undefined || this.arrived.size === 0) return refused('notAnnounced', missing);
        const outcome = this.memory.run(Object.fromEntries(this.arrived));
        this.announced = {};
        this.arrived.clear();
        return outcome;
      }),
    store: () => {
      if (!this.doors.writes(this)) return refused('locked');
      return this.memory.store().then((generation) => ({ generation }));
    },
    learned: () => this.memory.learned() ?? refused('noLearned'),
    forget: ({ cells }) =>
      this.writing(() => {
        if (this.memory.learned() === null) return refused('noLearned');
        this.memory.forget(cells);
        return null;
      }),
    work: ({ ask }) =>
      this.writing(() => {
        const outcome = this.memory.beginWork(ask);
        this.works ||= outcome === null;
        return outcome;
      }),
    holdWork: () =>
      this.writing(() => {
        if (this.works) this.memory.holdWork();
        return null;
      }),
    endWork: () => {
      this.stopWork();
      return {};
    },
    start: ({ rateHz, atPins }) => {
      if (!(rateHz > 0 && rateHz <= MOST_RATE_HZ)) return refused('badRate');
      this.everyS = 1 / rateHz;
      this.nextS = null;
      this.rows = [];
      this.sending = this.channels(atPins);
      this.mostRows = Math.max(1, Math.floor(MOST_PAYLOAD_BYTES / (8 * this.sending.length)));
      return { channels: [...this.sending], first: this.sent };
    },
    stop: () => {
      this.flush();
      this.everyS = 0;
      return {};
    },
  };

  /** What this client had worked ends with it; what another has worked goes on. */
  private stopWork(): void {
    if (this.works) this.memory.endWork();
    this.works = false;
  }

  private writing(act: () => Refused | null): Refused | Record<string, never> {
    return this.doors.writes(this) ? (act() ?? {}) : refused('locked');
  }
}

function isRefused(answer: object): answer is Refused {
  return 'refused' in answer;
}

function exception({ refused: reason, detail }: Refused): JSONRPCErrorException {
  return new JSONRPCErrorException(REFUSALS[reason], REFUSED_CODE, {
    reason,
    ...(detail === undefined ? {} : { detail }),
  });
}
