import type { QuantityId } from '../units';

/** A channel that outputs may look at. Numbers are in the quantity's base unit. */
export interface ChannelInfo {
  readonly id: string;
  readonly label: string;
  readonly quantity: QuantityId;
  /** Base unit, as shown. */
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
}

/** The channels, in the order they are offered. */
export const CHANNELS = {
  speed: {
    id: 'speed',
    label: 'Engine speed',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 0,
    max: 20000,
    decimals: 0,
  },
  manifoldPressure: {
    id: 'manifoldPressure',
    label: 'Manifold pressure',
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 10,
    max: 450,
    decimals: 0,
  },
  throttle: {
    id: 'throttle',
    label: 'Throttle',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 100,
    decimals: 0,
  },
  coolant: {
    id: 'coolant',
    label: 'Coolant temperature',
    quantity: 'temperature',
    unit: 'degC',
    min: -50,
    max: 160,
    decimals: 0,
  },
  battery: {
    id: 'battery',
    label: 'Battery voltage',
    quantity: 'voltage',
    unit: 'V',
    min: 5,
    max: 20,
    decimals: 1,
  },
  oilPressure: {
    id: 'oilPressure',
    label: 'Oil pressure',
    quantity: 'pressureGauge',
    unit: 'kPaGauge',
    min: 0,
    max: 1500,
    decimals: 0,
  },
  vehicleSpeed: {
    id: 'vehicleSpeed',
    label: 'Vehicle speed',
    quantity: 'vehicleSpeed',
    unit: 'km/h',
    min: 0,
    max: 400,
    decimals: 0,
  },
  sinceKeyOn: {
    id: 'sinceKeyOn',
    label: 'Time since key on',
    quantity: 'seconds',
    unit: 's',
    min: 0,
    max: 600,
    decimals: 1,
  },
} as const satisfies Record<string, ChannelInfo>;

export type ChannelId = keyof typeof CHANNELS;

export const CHANNEL_IDS = Object.keys(CHANNELS) as [ChannelId, ...ChannelId[]];

/** One moment of all channels. */
export type ChannelSample = { readonly timeS: number } & Readonly<Record<ChannelId, number>>;
