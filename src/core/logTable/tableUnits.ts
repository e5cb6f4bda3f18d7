import { CHANNELS, type ChannelId } from '../channel';
import { type ConversionContext, type QuantityId, unitsOf } from '../units';

/** A unit that a column of a table may be in, for one channel. */
export interface TableUnit {
  readonly id: string;
  readonly label: string;
  /** How it is written, small and without spaces. */
  readonly written: readonly string[];
  readonly toBase: (amount: number, context: TableContext) => number;
}

/** What a conversion may need to know beyond the number itself. */
export interface TableContext extends ConversionContext {
  /** Air for one part of fuel where λ is one: joins λ and the ratio of air to fuel. */
  readonly stoichiometric: number;
}

/** Ways in which tables write a quantity, beyond those that a builder types. */
const MORE: Partial<Record<QuantityId, readonly TableUnit[]>> = {
  lambda: [
    {
      id: 'afr',
      label: 'air to fuel',
      written: ['afr', ':1', 'a/f', 'airtofuel'],
      toBase: (amount, { stoichiometric }) => amount / stoichiometric,
    },
  ],
  percentage: [
    {
      id: 'share',
      label: 'share, 0 to 1',
      written: ['0..1', '0-1', 'share', 'ratio'],
      toBase: (amount) => 100 * amount,
    },
  ],
  pressureAbsolute: [
    {
      id: 'mbarAbs',
      label: 'mbar abs',
      written: ['mbar', 'mbarabs', 'hpa'],
      toBase: (amount) => amount / 10,
    },
    {
      id: 'mbarGauge',
      label: 'mbar gauge',
      written: ['mbar', 'mbarg', 'hpa'],
      toBase: (amount, { barometricKpa }) => amount / 10 + barometricKpa,
    },
  ],
};

/** A factor about one may be written as what it adds, or as a share. */
const FACTORS: readonly ChannelId[] = ['lambdaTrim', 'lambdaTrimTwo', 'learnedTrim', 'warmUp', 'afterStart'];
const AS_FACTOR: readonly TableUnit[] = [
  { id: 'percentMore', label: '% more', written: ['%', '+%', '%more'], toBase: (amount) => 1 + amount / 100 },
  { id: 'percentOf', label: '% of', written: ['%', '%of'], toBase: (amount) => amount / 100 },
];

/** More spellings of units that a builder types otherwise. */
const SPELLED: Readonly<Record<string, readonly string[]>> = {
  'rev/min': ['u/min', 'upm'],
  degC: ['degc', 'deg_c', 'celsius', '℃'],
  degF: ['degf', 'deg_f', 'fahrenheit', '℉'],
  lambda: ['lambda', 'la', 'lam'],
  deg: ['deg', 'degrees', 'btdc', '°btdc', 'degbtdc', '°ca', 'degca'],
  '%': ['%', 'pct', 'percent'],
  'km/h': ['km/h'],
  V: ['volt', 'volts'],
  ms: ['msec'],
  s: ['sec', 'secs', 'second', 'seconds'],
  kPaAbs: ['kpa(a)', 'kpaabsolute'],
  kPaGauge: ['kpa(g)'],
  psiAbs: ['psi(a)'],
  psiGauge: ['psi(g)'],
};

/** Every unit that a column may be in, for a channel; what it is kept in comes first. */
export function tableUnitsOf(channel: ChannelId): readonly TableUnit[] {
  const { quantity }: { quantity: QuantityId } = CHANNELS[channel];
  const usual = unitsOf(quantity).map(({ id, label, aliases, toBase }) => ({
    id,
    label,
    written: [id.toLowerCase(), small(label), ...aliases, ...(SPELLED[id] ?? [])],
    toBase,
  }));
  return [...usual, ...(MORE[quantity] ?? []), ...(FACTORS.includes(channel) ? AS_FACTOR : [])];
}

const small = (text: string) => text.toLowerCase().replace(/\s/g, '');

/** The units of a channel that are written so; empty where none is. */
export function unitsWritten(channel: ChannelId, unit: string): readonly TableUnit[] {
  const wanted = small(unit);
  return wanted === '' ? [] : tableUnitsOf(channel).filter(({ written }) => written.includes(wanted));
}

/** A unit of a channel by its id; the one it is kept in where there is none of that. */
export function tableUnit(channel: ChannelId, id: string): TableUnit {
  const units = tableUnitsOf(channel);
  return units.find((unit) => unit.id === id) ?? (units[0] as TableUnit);
}
