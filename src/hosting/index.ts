/**
 * A stand-in behind the host of its engine computer, moved on by whoever has a clock: a worker of the page, or the server. It
 * knows the link and the stand-in; no page, no socket.
 */
export { Bench } from './bench';
export { type BenchRequest, type StandInSeen, TIME_SCALES, type TimeScale } from './benchRequest';
