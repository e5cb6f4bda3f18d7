import { baseUnit, type QuantityId } from '../units';

/** Where channels are listed together. */
export const CHANNEL_GROUPS = ['engine', 'trigger', 'air', 'fuel', 'electrical', 'car', 'time'] as const;

export type ChannelGroup = (typeof CHANNEL_GROUPS)[number];

/** Where a channel’s number comes from: a sensor, counting teeth, the clock, or what the engine computer decided. */
export type ChannelOrigin = 'sensor' | 'counted' | 'clock' | 'decided';

/** One number that the engine computer reads, counts or decides. Numbers are in the quantity’s base unit. */
export interface ChannelInfo {
  readonly label: string;
  readonly quantity: QuantityId;
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
  readonly group: ChannelGroup;
  readonly origin: ChannelOrigin;
  /** Its column in a log file. */
  readonly logColumn: string;
  /** What stands in until something is known; NaN where nothing can. */
  readonly rest: number;
  /** There where maps may run along it: breakpoints stand at least `leastStep` apart, and a new axis begins so. */
  readonly axis?: { readonly leastStep: number; readonly start: readonly number[] };
  /** There where the builder’s own corrections may look at it: a first threshold. */
  readonly correction?: { readonly threshold: number };
  /** There where the conditions of outputs may look at it. */
  readonly output?: true;
  /** The sensor that must be fitted for it, where it is not always there. */
  readonly needsSensor?: string;
}

/** Every channel, in the order they are offered. */
export const CHANNELS = {
  time: {
    label: 'Time',
    quantity: 'seconds',
    min: 0,
    max: 86_400,
    decimals: 2,
    group: 'time',
    origin: 'clock',
    logColumn: 'time_s',
    rest: 0,
  },
  phase: {
    label: 'Phase',
    quantity: 'count',
    min: 0,
    max: 2,
    decimals: 0,
    group: 'engine',
    origin: 'decided',
    logColumn: 'phase',
    rest: 0,
  },
  speed: {
    label: 'Engine speed',
    quantity: 'rotationalSpeed',
    min: 0,
    max: 20_000,
    decimals: 0,
    group: 'engine',
    origin: 'counted',
    logColumn: 'engine_speed_rpm',
    rest: 0,
    axis: { leastStep: 1, start: [1000, 2000, 3000, 4000, 5000, 6000, 7000] },
    correction: { threshold: 5000 },
    output: true,
  },
  manifoldPressure: {
    label: 'Manifold pressure',
    quantity: 'pressureAbsolute',
    min: 0,
    max: 450,
    decimals: 0,
    group: 'air',
    origin: 'sensor',
    logColumn: 'manifold_pressure_kpa_abs',
    rest: NaN,
    axis: { leastStep: 0.1, start: [30, 50, 70, 90, 110] },
    correction: { threshold: 113 },
    output: true,
  },
  throttle: {
    label: 'Throttle',
    quantity: 'percentage',
    min: 0,
    max: 100,
    decimals: 1,
    group: 'air',
    origin: 'sensor',
    logColumn: 'throttle_percent',
    rest: 0,
    axis: { leastStep: 0.1, start: [0, 10, 25, 50, 100] },
    correction: { threshold: 25 },
    output: true,
  },
  throttleRate: {
    label: 'Throttle rate',
    quantity: 'throttleRate',
    min: 0,
    max: 2000,
    decimals: 0,
    group: 'air',
    origin: 'sensor',
    logColumn: 'throttle_rate_percent_per_s',
    rest: 0,
    axis: { leastStep: 1, start: [0, 100, 300, 600] },
    correction: { threshold: 500 },
  },
  turnsSinceOpening: {
    label: 'Turns since the throttle opened',
    quantity: 'count',
    min: 0,
    max: 10_000,
    decimals: 0,
    group: 'engine',
    origin: 'counted',
    logColumn: 'turns_since_opening',
    rest: 0,
  },
  airFlow: {
    label: 'Air flow',
    quantity: 'airFlow',
    min: 0,
    max: 2000,
    decimals: 0,
    group: 'air',
    origin: 'sensor',
    logColumn: 'air_flow_g_per_s',
    rest: 0,
    axis: { leastStep: 0.1, start: [5, 20, 50, 100, 200] },
    correction: { threshold: 500 },
  },
  coolant: {
    label: 'Coolant',
    quantity: 'temperature',
    min: -50,
    max: 160,
    decimals: 0,
    group: 'engine',
    origin: 'sensor',
    logColumn: 'coolant_c',
    rest: NaN,
    axis: { leastStep: 0.1, start: [-20, 0, 20, 40, 60, 80, 100] },
    correction: { threshold: 60 },
    output: true,
  },
  air: {
    label: 'Intake air',
    quantity: 'temperature',
    min: -50,
    max: 160,
    decimals: 0,
    group: 'air',
    origin: 'sensor',
    logColumn: 'intake_air_c',
    rest: NaN,
    axis: { leastStep: 0.1, start: [-20, 0, 20, 40, 60] },
    correction: { threshold: 60 },
  },
  battery: {
    label: 'Battery',
    quantity: 'voltage',
    min: 5,
    max: 20,
    decimals: 1,
    group: 'electrical',
    origin: 'sensor',
    logColumn: 'battery_v',
    rest: NaN,
    axis: { leastStep: 0.05, start: [8, 10, 12, 14] },
    correction: { threshold: 6 },
    output: true,
  },
  ethanol: {
    label: 'Ethanol',
    quantity: 'percentage',
    min: 0,
    max: 100,
    decimals: 0,
    group: 'fuel',
    origin: 'sensor',
    logColumn: 'ethanol_percent',
    rest: 0,
    axis: { leastStep: 0.1, start: [0, 25, 50, 85] },
    correction: { threshold: 25 },
    needsSensor: 'ethanol',
  },
  gear: {
    label: 'Gear',
    quantity: 'count',
    min: 0,
    max: 10,
    decimals: 0,
    group: 'car',
    origin: 'sensor',
    logColumn: 'gear',
    rest: 0,
    axis: { leastStep: 1, start: [0, 1, 2, 3, 4, 5, 6] },
    correction: { threshold: 3 },
    needsSensor: 'gear',
  },
  cylinder: {
    label: 'Cylinder',
    quantity: 'count',
    min: 1,
    max: 16,
    decimals: 0,
    group: 'engine',
    origin: 'counted',
    logColumn: 'cylinder',
    rest: NaN,
    axis: { leastStep: 1, start: [1, 2, 3, 4] },
  },
  turns: {
    label: 'Turns of the crank',
    quantity: 'count',
    min: 0,
    max: 200,
    decimals: 0,
    group: 'engine',
    origin: 'counted',
    logColumn: 'turns',
    rest: 0,
    axis: { leastStep: 0.1, start: [0, 10, 20, 40] },
    correction: { threshold: 50 },
  },
  sync: {
    label: 'Sync',
    quantity: 'count',
    min: 0,
    max: 2,
    decimals: 0,
    group: 'trigger',
    origin: 'counted',
    logColumn: 'sync',
    rest: 0,
  },
  syncLosses: {
    label: 'Sync losses',
    quantity: 'count',
    min: 0,
    max: 1e6,
    decimals: 0,
    group: 'trigger',
    origin: 'counted',
    logColumn: 'sync_losses',
    rest: 0,
  },
  crankTeethMissing: {
    label: 'Crank teeth missing',
    quantity: 'count',
    min: 0,
    max: 1e6,
    decimals: 0,
    group: 'trigger',
    origin: 'counted',
    logColumn: 'crank_teeth_missing',
    rest: 0,
  },
  camPulsesMissing: {
    label: 'Cam pulses missing',
    quantity: 'count',
    min: 0,
    max: 1e6,
    decimals: 0,
    group: 'trigger',
    origin: 'counted',
    logColumn: 'cam_pulses_missing',
    rest: 0,
  },
  camOutsideWindow: {
    label: 'Cam pulses outside the window',
    quantity: 'count',
    min: 0,
    max: 1e6,
    decimals: 0,
    group: 'trigger',
    origin: 'counted',
    logColumn: 'cam_outside_window',
    rest: 0,
  },
  noiseEdges: {
    label: 'Noise edges',
    quantity: 'count',
    min: 0,
    max: 1e6,
    decimals: 0,
    group: 'trigger',
    origin: 'counted',
    logColumn: 'noise_edges',
    rest: 0,
  },
  fuelPressure: {
    label: 'Fuel pressure',
    quantity: 'pressureGauge',
    min: -20,
    max: 1500,
    decimals: 0,
    group: 'fuel',
    origin: 'sensor',
    logColumn: 'fuel_pressure_kpa_gauge',
    rest: NaN,
  },
  lambdaTarget: {
    label: 'Lambda target',
    quantity: 'lambda',
    min: 0.5,
    max: 4,
    decimals: 2,
    group: 'fuel',
    origin: 'decided',
    logColumn: 'lambda_target',
    rest: NaN,
  },
  injectorOpening: {
    label: 'Injector opening',
    quantity: 'duration',
    min: 0,
    max: 100,
    decimals: 2,
    group: 'fuel',
    origin: 'decided',
    logColumn: 'injector_opening_ms',
    rest: 0,
  },
  sparkAdvance: {
    label: 'Spark advance',
    quantity: 'angle',
    min: -60,
    max: 80,
    decimals: 1,
    group: 'engine',
    origin: 'decided',
    logColumn: 'spark_deg_btdc',
    rest: NaN,
  },
  afterStart: {
    label: 'After-start factor',
    quantity: 'count',
    min: 0.1,
    max: 10,
    decimals: 2,
    group: 'fuel',
    origin: 'decided',
    logColumn: 'after_start',
    rest: 1,
  },
  overrunCut: {
    label: 'Overrun cut',
    quantity: 'count',
    min: 0,
    max: 1,
    decimals: 0,
    group: 'fuel',
    origin: 'decided',
    logColumn: 'overrun_cut',
    rest: 0,
  },
  lambdaOne: {
    label: 'Lambda 1',
    quantity: 'lambda',
    min: 0.5,
    max: 4,
    decimals: 2,
    group: 'fuel',
    origin: 'sensor',
    logColumn: 'lambda_1',
    rest: NaN,
    output: true,
    needsSensor: 'lambdaOne',
  },
  lambdaTwo: {
    label: 'Lambda 2',
    quantity: 'lambda',
    min: 0.5,
    max: 4,
    decimals: 2,
    group: 'fuel',
    origin: 'sensor',
    logColumn: 'lambda_2',
    rest: NaN,
    output: true,
    needsSensor: 'lambdaTwo',
  },
  knockNoise: {
    label: 'Knock noise',
    quantity: 'voltage',
    min: 0,
    max: 5,
    decimals: 2,
    group: 'engine',
    origin: 'sensor',
    logColumn: 'knock_v',
    rest: NaN,
    output: true,
    needsSensor: 'knock',
  },
  oilTemperature: {
    label: 'Oil temperature',
    quantity: 'temperature',
    min: -50,
    max: 200,
    decimals: 0,
    group: 'engine',
    origin: 'sensor',
    logColumn: 'oil_c',
    rest: NaN,
    output: true,
  },
  oilPressure: {
    label: 'Oil pressure',
    quantity: 'pressureGauge',
    min: -20,
    max: 1500,
    decimals: 0,
    group: 'engine',
    origin: 'sensor',
    logColumn: 'oil_pressure_kpa_gauge',
    rest: 0,
    output: true,
  },
  vehicleSpeed: {
    label: 'Vehicle speed',
    quantity: 'vehicleSpeed',
    min: 0,
    max: 400,
    decimals: 0,
    group: 'car',
    origin: 'sensor',
    logColumn: 'vehicle_speed_km_per_h',
    rest: 0,
    output: true,
  },
  sinceStart: {
    label: 'Since start',
    quantity: 'seconds',
    min: 0,
    max: 3600,
    decimals: 1,
    group: 'time',
    origin: 'decided',
    logColumn: 'since_start_s',
    rest: 0,
  },
  sinceKeyOn: {
    label: 'Time since key on',
    quantity: 'seconds',
    min: 0,
    max: 600,
    decimals: 1,
    group: 'time',
    origin: 'clock',
    logColumn: 'since_key_on_s',
    rest: 0,
    output: true,
  },
} as const satisfies Record<string, ChannelInfo>;

export type ChannelId = keyof typeof CHANNELS;

export const CHANNEL_IDS = Object.keys(CHANNELS) as [ChannelId, ...ChannelId[]];

type With<Use extends keyof ChannelInfo> = {
  [Id in ChannelId]: (typeof CHANNELS)[Id] extends Record<Use, unknown> ? Id : never;
}[ChannelId];

/** The channels that maps may run along. */
export type AxisChannel = With<'axis'>;

/** The channels that the builder’s own corrections may look at. */
export type CorrectionChannel = With<'correction'>;

/** The channels that outputs may look at. */
export type OutputChannel = With<'output'>;

function channelsWith<Use extends 'axis' | 'correction' | 'output'>(use: Use) {
  return CHANNEL_IDS.filter((id) => use in CHANNELS[id]) as [With<Use>, ...With<Use>[]];
}

export const AXIS_CHANNELS = channelsWith('axis');
export const CORRECTION_CHANNELS = channelsWith('correction');
export const OUTPUT_CHANNELS = channelsWith('output');

/** How a number of a channel is typed: its quantity, in the unit it is computed in. */
export function channelQuantity(id: ChannelId): { readonly quantity: QuantityId; readonly unit: string } {
  const { quantity } = CHANNELS[id];
  return { quantity, unit: baseUnit(quantity).id };
}
