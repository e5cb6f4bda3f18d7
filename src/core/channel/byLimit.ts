import type { ChannelInfo } from './channelInfo';
import { LIMITS, type LimitId } from './codes';

/** Why charges are cut: every limit but none. */
export type CutReason = Exclude<LimitId, 'none'>;

export const CUT_REASONS = LIMITS.flatMap(({ id }) => (id === 'none' ? [] : [id]));

type CutsChannel = `cuts${Capitalize<CutReason>}`;

/** The channel that counts what a limit cuts. */
export function cutsChannel(reason: CutReason): CutsChannel {
  return `cuts${reason.charAt(0).toUpperCase()}${reason.slice(1)}` as CutsChannel;
}

/** A channel for each limit: its label ends in what the limit is of. */
export function cutsByLimit(
  info: Omit<ChannelInfo, 'axis' | 'correction' | 'codes' | 'output' | 'cylinder'>,
): Record<CutsChannel, typeof info> {
  const entries = LIMITS.flatMap(({ id, label }) => {
    if (id === 'none') return [];
    const column = id.replaceAll(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
    const own = { label: `${info.label}: ${label.toLowerCase()}`, logColumn: `${info.logColumn}_${column}` };
    return [[cutsChannel(id), { ...info, ...own }]];
  });
  return Object.fromEntries(entries) as ReturnType<typeof cutsByLimit>;
}
