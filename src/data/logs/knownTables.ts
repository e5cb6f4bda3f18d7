import { CHANNEL_IDS, type ChannelId } from '@/core/channel';
import { z } from '@/core/field/schema';
import { type ColumnUse, TIME_UNITS, type TimeUnit } from '@/core/logTable';
import { storage } from '../store/browserStorage';
import type { StringStore } from '../store/keys';

/** How the columns of a table were taken, to be taken so again. */
export interface KnownTable {
  readonly uses: readonly ColumnUse[];
  readonly rateHz: number;
  readonly barometricKpa: number;
  readonly stoichiometric: number;
}

const use = z.discriminatedUnion('as', [
  z.object({ as: z.literal('time'), unit: z.enum(Object.keys(TIME_UNITS) as [TimeUnit, ...TimeUnit[]]) }),
  z.object({
    as: z.literal('channel'),
    channel: z.enum(CHANNEL_IDS as [ChannelId, ...ChannelId[]]),
    unit: z.string(),
  }),
  z.object({ as: z.literal('own') }),
  z.object({ as: z.literal('left') }),
]);
const known = z.object({
  uses: z.array(use),
  rateHz: z.number().positive(),
  barometricKpa: z.number().positive(),
  stoichiometric: z.number().positive(),
});

/** Tables are known by the names of their columns, in any order. */
const keyOf = (names: readonly string[]) => `table/${JSON.stringify([...names].sort())}`;

/** What is known of tables with such columns, in the order of these; null where nothing is, or it cannot be read. */
export async function knownTable(
  names: readonly string[],
  store: Pick<StringStore, 'getItem'> = storage,
): Promise<KnownTable | null> {
  const text = await store.getItem(keyOf(names));
  if (text === null) return null;
  try {
    const { uses, ...rest } = known.parse(JSON.parse(text));
    const sorted = [...names].sort();
    if (uses.length !== names.length) return null;
    return { ...rest, uses: names.map((name) => uses[sorted.indexOf(name)] ?? { as: 'left' }) };
  } catch {
    return null;
  }
}

/** Keeps how the columns of a table were taken. */
export async function knowTable(
  names: readonly string[],
  { uses, ...rest }: KnownTable,
  store: Pick<StringStore, 'setMany'> = storage,
): Promise<void> {
  const inOrder = [...names].sort().map((name) => uses[names.indexOf(name)] ?? { as: 'left' });
  await store.setMany({ [keyOf(names)]: JSON.stringify({ ...rest, uses: inOrder }) });
}
