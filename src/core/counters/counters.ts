import {
  CHANNEL_IDS,
  type ChannelId,
  type ChannelInfo,
  CHANNELS,
  CUT_REASONS,
  cutsChannel,
  type CutReason,
  LIMITS,
} from '../channel';

/** A counter that only counts up until key off. */
export interface Counter {
  readonly channel: ChannelId;
  /** What is counted, of one and of several, as it stands behind the number. */
  readonly one: string;
  readonly many: string;
  /** What a count of it says. */
  readonly tone: 'fault' | 'acted';
  /** So many while the engine first finds its position are normal. */
  readonly normalAtFirst: number;
  /** What to look at next. */
  readonly look: string;
}

const CUT_LOOKS: Readonly<Record<CutReason, string>> = {
  speed: 'It reached its highest speed: so it should.',
  cold: 'It was cold yet, and was held below its highest speed.',
  gear: 'The gear has a highest speed of its own.',
  launch: 'The launch switch was held.',
  afterLaunch: 'Speed was held back after a launch.',
  shift: 'A gear was shifted with the foot down.',
  protection: 'A guard held it back: the bench says which, and Protection what it waits for.',
  sensor: 'A sensor in fault held it back: the bench names it.',
  overboost: 'Pressure was over its goal: look at the valve, its line and its goal.',
};

const trigger = (
  channel: ChannelId,
  [one, many]: readonly [string, string],
  normalAtFirst: number,
  look: string,
): Counter => ({ channel, one, many, tone: 'fault', normalAtFirst, look });

/** Every counter, in the order they are read. */
export const COUNTERS: readonly Counter[] = [
  trigger(
    'crankTeethMissing',
    ['crank tooth missing', 'crank teeth missing'],
    2,
    'Look at the crank sensor’s gap, plug and wires, and turn the wheel once round for a broken tooth.',
  ),
  trigger(
    'camPulsesMissing',
    ['cam pulse missing', 'cam pulses missing'],
    2,
    'Look at the cam sensor’s plug first, then its gap, its supply and its target.',
  ),
  trigger(
    'camOutsideWindow',
    ['cam pulse outside its window', 'cam pulses outside their window'],
    2,
    'Look at the cam’s place in its window: chain or belt, the adjuster, the edge that is read.',
  ),
  trigger(
    'noiseEdges',
    ['edge of noise', 'edges of noise'],
    3,
    'Look at the shield of the crank wire, at one end only to ground, and how near it runs to coils.',
  ),
  trigger('syncLosses', ['loss of sync', 'losses of sync'], 1, 'The counters above say by which signal.'),
  trigger(
    'resets',
    ['reset', 'resets'],
    0,
    'The engine computer lost its power: look at its supply, its main relay, its ground and the battery while cranking.',
  ),
  trigger(
    'linkSpoiled',
    ['frame spoiled on the link', 'frames spoiled on the link'],
    0,
    'Look at the cable and how near it runs to coils, or at what else sends nearby.',
  ),
  trigger(
    'linkMissing',
    ['sample lost on the link', 'samples lost on the link'],
    0,
    'Go nearer, or take a cable: what is shown may be late, and a log has holes.',
  ),
  ...CUT_REASONS.map((reason): Counter => {
    const label = (LIMITS.find(({ id }) => id === reason)?.label ?? reason).toLowerCase();
    return {
      channel: cutsChannel(reason),
      one: `charge cut: ${label}`,
      many: `charges cut: ${label}`,
      tone: 'acted',
      normalAtFirst: 0,
      look: CUT_LOOKS[reason],
    };
  }),
  {
    channel: 'overrunCuts',
    one: 'overrun cut',
    many: 'overrun cuts',
    tone: 'acted',
    normalAtFirst: 0,
    look: 'Fuel was cut with the foot lifted. Where the throttle was open, look at its closed end.',
  },
];

/** Charges cut, by cylinder. */
export const CYLINDER_CUTS = CHANNEL_IDS.flatMap((channel) => {
  const { cylinder }: ChannelInfo = CHANNELS[channel];
  return channel.startsWith('cylinderCuts') && cylinder !== undefined ? [{ channel, cylinder }] : [];
});
