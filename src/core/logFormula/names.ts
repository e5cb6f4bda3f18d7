import { CHANNEL_IDS, channelQuantity, CHANNELS, type ChannelId } from '../channel';
import type { Log, LogColumn, OwnLogColumn } from '../log';
import { unitOf } from '../units';
import { unitPowers, type UnitPowers } from './unitOfResult';

/** How formulas call a channel: as it is called in a file. */
export function channelName(id: ChannelId): string {
  return CHANNELS[id].logColumn;
}

/** A name of letters, digits and underscores, as formulas have them. Example: “Fuel press. [bar]” → fuel_press_bar. */
export function plainName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z\d]+/g, '_')
    .replace(/^_+|_+$/g, '');
  return /^[a-z]/.test(plain) ? plain : `c_${plain}`;
}

const BY_CHANNEL: ReadonlyMap<string, ChannelId> = new Map(CHANNEL_IDS.map((id) => [channelName(id), id]));

/** The names of a source’s own columns, in their order; none is that of a channel, or of another. */
export function ownNames(own: readonly OwnLogColumn[]): string[] {
  const taken = new Set<string>(BY_CHANNEL.keys());
  return own.map(({ name }) => {
    const plain = plainName(name);
    let free = plain;
    for (let more = 2; taken.has(free); more += 1) free = `${plain}_${more}`;
    taken.add(free);
    return free;
  });
}

/** A column that a formula may read. */
export interface NamedColumn {
  readonly label: string;
  readonly unit: UnitPowers;
  /** Null of a channel that was not logged. */
  readonly values: LogColumn | null;
}

/** Everything that formulas over a log may read, by its name: every channel, logged or not, and the source’s own columns. */
export function namedColumns({ timeS, columns, own = [] }: Log): Record<string, NamedColumn> {
  const named: Record<string, NamedColumn> = {};
  for (const id of CHANNEL_IDS) {
    const { quantity, unit } = channelQuantity(id);
    const values = id === 'time' ? timeS : (columns[id] ?? null);
    named[channelName(id)] = {
      label: CHANNELS[id].label,
      unit: unitPowers(unitOf(quantity, unit).label),
      values,
    };
  }
  ownNames(own).forEach((name, i) => {
    const { name: label, unit, values } = own[i] as OwnLogColumn;
    named[name] = { label, unit: unitPowers(unit), values };
  });
  return named;
}
