import { CHANNEL_IDS, type ChannelId, CHANNELS } from '../channel';
import type { Log } from './log';

/** A log as rows of a table: a header, then a row a sample; empty where nothing is known, and no column that never is. */
export function logRows({ timeS, columns }: Log): string[][] {
  const said = CHANNEL_IDS.filter(
    (id) => id !== 'time' && columns[id]?.some((value) => !Number.isNaN(value)) === true,
  );
  const header = [CHANNELS.time.logColumn, ...said.map((id) => CHANNELS[id].logColumn as string)];
  const rows = Array.from(timeS, (at, i) => [
    at.toFixed(3),
    ...said.map((id) => text(id, columns[id]?.[i] ?? NaN)),
  ]);
  return [header, ...rows];
}

function text(id: ChannelId, value: number): string {
  return Number.isNaN(value) ? '' : value.toFixed(CHANNELS[id].decimals + 1);
}
