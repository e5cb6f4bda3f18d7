import { CHANNEL_IDS, type ChannelId, CHANNELS } from '@/core/channel';
import type { DriveTrace } from './recording';

/** The columns of a drive that say anything, as rows of a table: a header, then a row a sample; empty where nothing is known. */
export function driveRows({ columns, samples }: DriveTrace): string[][] {
  const said = CHANNEL_IDS.filter((id) => columns[id].some((value) => !Number.isNaN(value)));
  const header = said.map((id) => CHANNELS[id].logColumn as string);
  const rows = Array.from({ length: samples }, (_, i) =>
    said.map((id) => text(id, columns[id][i] as number)),
  );
  return [header, ...rows];
}

function text(id: ChannelId, value: number): string {
  return Number.isNaN(value) ? '' : value.toFixed(CHANNELS[id].decimals + 1);
}
