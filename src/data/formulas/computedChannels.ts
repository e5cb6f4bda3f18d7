import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ComputedChannel, LONGEST_FORMULA, plainName } from '@/core/logFormula';
import { z } from '@/core/field/schema';
import { storage } from '../store/browserStorage';
import type { StringStore } from '../store/keys';

const KEY = 'library/computed';
const QUERY_KEY = ['library', 'computed'] as const;

/** The longest name and unit of a computed channel. */
export const COMPUTED_NAME = { name: 40, unit: 16 } as const;
const MOST_DECIMALS = 6;

const schema = z.array(
  z.object({
    name: z.string().min(1).max(COMPUTED_NAME.name),
    text: z.string().min(1).max(LONGEST_FORMULA),
    unit: z.string().max(COMPUTED_NAME.unit).nullable(),
    decimals: z.number().int().min(0).max(MOST_DECIMALS),
  }),
);

/** The channels as they are kept. @throws when what is kept cannot be read: it is then never written over. */
export async function keptChannels(
  store: Pick<StringStore, 'getItem'> = storage,
): Promise<ComputedChannel[]> {
  const text = await store.getItem(KEY);
  return text === null ? [] : schema.parse(JSON.parse(text));
}

/** Channels with one more, in the place of the one it replaces, or of one that formulas call alike. */
export function withChannel(
  channels: readonly ComputedChannel[],
  channel: ComputedChannel,
  replaced: string | null,
): ComputedChannel[] {
  const called = (name: string) => plainName(name) === plainName(channel.name);
  const at = channels.findIndex(({ name }) => (replaced === null ? called(name) : name === replaced));
  if (at < 0) return [...channels, channel];
  return channels.flatMap((one, i) => (i === at ? channel : called(one.name) ? [] : one));
}

/** The channels that the builder computes from others, kept in this browser, and ways to change them. */
export function useComputedChannels(): {
  readonly channels: readonly ComputedChannel[];
  /** Why they cannot be read or written; null when they can. */
  readonly problem: string | null;
  readonly keep: (channel: ComputedChannel, replaced: string | null) => void;
  readonly remove: (name: string) => void;
} {
  const client = useQueryClient();
  const query = useQuery({ queryKey: QUERY_KEY, queryFn: () => keptChannels(), retry: false });
  const mutation = useMutation({
    mutationFn: async (change: (channels: readonly ComputedChannel[]) => readonly ComputedChannel[]) => {
      const channels = change(await keptChannels());
      await storage.setItem(KEY, JSON.stringify(channels));
      return channels;
    },
    onSuccess: (channels) => client.setQueryData(QUERY_KEY, channels),
  });
  return {
    channels: query.data ?? NONE,
    problem:
      query.isError || mutation.isError
        ? 'The channels by formula kept in this browser could not be read or written, and were left as they are.'
        : null,
    keep: (channel, replaced) => mutation.mutate((before) => withChannel(before, channel, replaced)),
    remove: (name) => mutation.mutate((before) => before.filter((one) => one.name !== name)),
  };
}

const NONE: readonly ComputedChannel[] = [];
