import type { SensorFaults } from '../car';
import type { Planted } from '../planted';

/** Something that goes wrong at a car that stands or runs: parts of another kind, and sensors in fault. */
export interface FaultInfo {
  readonly label: string;
  readonly errors: readonly Planted[];
  readonly sensors: SensorFaults;
  /** What its link does to what it carries. */
  readonly link?: LinkFault;
  /** No channel shows it: only a strobe does. */
  readonly strobe?: true;
}

/** A bad way: shares of the frames that are lost and spoiled, how late each comes, ms, and for how long of how long it is cut, s. */
export interface LinkFault {
  readonly lostShare?: number;
  readonly spoiledShare?: number;
  readonly lateMs?: number;
  readonly cut?: { readonly forS: number; readonly everyS: number };
}

const part = (label: string, ...errors: readonly Planted[]): FaultInfo => ({ label, errors, sensors: {} });
const link = (label: string, fault: LinkFault): FaultInfo => ({
  label,
  errors: [],
  sensors: {},
  link: fault,
});
const sensor = (label: string, sensors: SensorFaults): FaultInfo => ({ label, errors: [], sensors });

const strobe = (label: string, error: Planted): FaultInfo => ({ ...part(label, error), strobe: true });

/** Every fault that can be brought about beside the bench; none first. */
export const FAULTS = {
  none: part('None'),
  camUnplugged: part('Cam sensor unplugged', { id: 'camLost', size: 100 }),
  camWeak: part('Cam pulses come and go', { id: 'camLost' }),
  crankUnplugged: part('Crank sensor unplugged', { id: 'teethLost', size: 1000 }),
  crankWeak: part('Crank teeth come and go', { id: 'teethLost' }),
  crankNoise: part('Noise on the crank wire', { id: 'crankNoise' }),
  wheelLoose: part('Crank wheel loose', { id: 'wheelLoose' }),
  toothElsewhere: strobe('First tooth stands elsewhere', { id: 'tdcOffset' }),
  crankSlow: strobe('Crank sensor slow', { id: 'crankDelay' }),
  coolantUnplugged: sensor('Coolant sensor unplugged', { coolant: { kind: 'unplugged' } }),
  airShorted: sensor('Air sensor shorted', { air: { kind: 'shortedLow' } }),
  pressureUnplugged: sensor('Manifold sensor unplugged', { map: { kind: 'unplugged' } }),
  pressureNoisy: sensor('Manifold sensor noisy', { map: { kind: 'noisy' } }),
  pressureOff: sensor('Manifold sensor reads off', { map: { kind: 'offset' } }),
  pressureSlow: sensor('Manifold sensor slow', { map: { kind: 'slow', size: 0.6 } }),
  throttleUnplugged: sensor('Throttle sensor unplugged', { throttle: { kind: 'unplugged' } }),
  lambdaStuck: sensor('Lambda sensors stuck', { lambdaOne: { kind: 'stuck' }, lambdaTwo: { kind: 'stuck' } }),
  pumpWeak: part('Fuel pump weak', { id: 'pumpWeak', size: 85 }),
  alternatorDead: part('Alternator dead', { id: 'alternatorDead' }),
  batteryWeak: part('Battery sags', { id: 'batteryWeak' }),
  powerLost: part('Supply of the engine computer breaks', { id: 'supplyBreaks' }),
  injectorBlocked: part('An injector blocked', { id: 'injectorBlocked' }),
  injectorFlow: part('Injectors of another flow', { id: 'injectorFlow' }),
  deadTime: part('Dead time off', { id: 'deadTime' }),
  vacuumLeak: part('Air leaks in', { id: 'vacuumLeak' }),
  linkLoses: link('Link loses frames', { lostShare: 0.15 }),
  linkSpoils: link('Link spoils frames', { spoiledShare: 0.1 }),
  linkSlow: link('Link slow', { lateMs: 350 }),
  linkDrops: link('Link drops', { cut: { forS: 6, everyS: 20 } }),
} as const satisfies Record<string, FaultInfo>;

export type FaultId = keyof typeof FAULTS;

export const FAULT_IDS = Object.keys(FAULTS) as [FaultId, ...FaultId[]];

/** A fault with everything it may have. */
export function faultInfo(id: FaultId): FaultInfo {
  return FAULTS[id];
}

/** Whether what the engine computer reads shows it: neither a link’s own, nor what only a strobe sees. */
export function showsInChannels(id: FaultId): boolean {
  const { link: ofLink, strobe: ofStrobe } = faultInfo(id);
  return id !== 'none' && ofLink === undefined && ofStrobe === undefined;
}
