import type { ChannelId } from '../channel';
import type { Log } from '../log';
import type { EventKindInfo, EventTone } from './event';
import { EVENT_KIND_IDS, type EventKindId, EVENT_KINDS } from './kinds';
import { Scan } from './scan';

/** Something that happened in a log. */
export interface LogEvent {
  readonly kind: EventKindId;
  /** From the first sample of it to the last, s. */
  readonly fromS: number;
  readonly toS: number;
  readonly tone: EventTone;
  readonly text: string;
  /** What shows it and was logged, the most telling first. */
  readonly traces: readonly ChannelId[];
}

/** What happened in a log, and what could not be looked for. */
export interface LogEvents {
  /** In the order they began. */
  readonly events: readonly LogEvent[];
  /** Kinds whose channels were not logged. */
  readonly notLooked: readonly EventKindId[];
}

/** What must be known beside the log. */
export interface EventContext {
  readonly barometricKpa: number;
}

/** Looks for one kind after the other, so that a caller can do something else, or stop, in between. */
export function* lookingForEvents(log: Log, { barometricKpa }: EventContext): Generator<void, LogEvents> {
  const scan = new Scan(log, barometricKpa);
  const events: LogEvent[] = [];
  const notLooked: EventKindId[] = [];
  for (const id of EVENT_KIND_IDS) {
    const info: EventKindInfo = EVENT_KINDS[id];
    if (!isLogged(info, scan)) {
      notLooked.push(id);
      continue;
    }
    const traces = info.traces.filter((channel) => scan.has(channel));
    for (const { from, to, tone, text } of info.find(scan)) {
      events.push({ kind: id, fromS: scan.timeS(from), toS: scan.timeS(to), tone, text, traces });
    }
    yield;
  }
  return { events: events.sort((one, other) => one.fromS - other.fromS), notLooked };
}

function isLogged({ needs }: EventKindInfo, scan: Scan): boolean {
  return (
    scan.length > 1 &&
    needs.every((need) => (typeof need === 'string' ? scan.has(need) : need.some((one) => scan.has(one))))
  );
}

/** What happened in a log, at once. */
export function eventsOf(log: Log, context: EventContext): LogEvents {
  const looking = lookingForEvents(log, context);
  for (;;) {
    const { done, value } = looking.next();
    if (done === true) return value;
  }
}
