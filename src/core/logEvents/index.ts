/**
 * What happened in a log: each kind of event in one entry, with what must be logged to find it, what shows it and its words.
 * How it is drawn, and where in a page it stands, is others’.
 */
export { type BandTone, bandsOf, type LogBand } from './bands';
export { Scan, type Stretch } from './scan';
export type { EventTone } from './event';
export { type EventContext, eventsOf, type LogEvent, type LogEvents, lookingForEvents } from './events';
export { EVENT_KIND_IDS, type EventKindId, EVENT_KINDS } from './kinds';
