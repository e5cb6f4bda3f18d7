import type { ChannelInfo } from './channelInfo';

/** The most cylinders that have channels of their own. */
export const MOST_CYLINDERS = 12;

type Numbered = 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9 | 10 | 11 | 12;

/** A channel for each cylinder: its id, label and log column end in the cylinder’s number. */
export function byCylinder<Prefix extends string>(
  prefix: Prefix,
  info: Omit<ChannelInfo, 'axis' | 'correction' | 'codes' | 'output' | 'cylinder'>,
): Record<`${Prefix}${Numbered}`, Omit<ChannelInfo, 'axis' | 'correction' | 'codes' | 'output'>> {
  const entries = Array.from({ length: MOST_CYLINDERS }, (_, i) => {
    const cylinder = i + 1;
    const { label, logColumn } = info;
    const own = { label: `${label}, cylinder ${cylinder}`, logColumn: `${logColumn}_${cylinder}`, cylinder };
    return [`${prefix}${cylinder}`, { ...info, ...own }];
  });
  return Object.fromEntries(entries) as ReturnType<typeof byCylinder<Prefix>>;
}
