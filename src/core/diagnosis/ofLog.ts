import { AT, CHANNEL_IDS, type ChannelId, frameOf, write } from '../channel';
import type { Log } from '../log';
import { diagnose, type Diagnosis } from './diagnose';
import { firstLook, lookAt } from './look';
import type { Situation } from './situation';

/** So many samples are looked at in one go: a few milliseconds. */
const AT_ONCE = 800;

/**
 * What a log says of its engine: the same look as at what is sent, sample by sample, some at a time so that a caller can do
 * something else, or stop, in between.
 */
export function* diagnosingLog({ timeS, columns }: Log, situation: Situation): Generator<void, Diagnosis> {
  const frame = frameOf();
  // What is not logged is not at rest: nothing is known of it.
  frame.fill(NaN);
  const logged = CHANNEL_IDS.flatMap((id: ChannelId) => {
    const column = columns[id];
    return column === undefined ? [] : [{ place: AT[id], column }];
  });
  const look = firstLook();
  for (let i = 0; i < timeS.length; i += 1) {
    for (const { place, column } of logged) write(frame, place, column[i] as number);
    write(frame, AT.time, timeS[i] as number);
    lookAt(look, frame, situation);
    if (i % AT_ONCE === AT_ONCE - 1) yield;
  }
  return diagnose(look, situation);
}

/** What a log says of its engine, at once. */
export function diagnosedLog(log: Log, situation: Situation): Diagnosis {
  const diagnosing = diagnosingLog(log, situation);
  for (;;) {
    const { done, value } = diagnosing.next();
    if (done === true) return value;
  }
}
