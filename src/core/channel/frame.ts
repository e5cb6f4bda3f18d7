import { CHANNEL_IDS, type ChannelId, CHANNELS } from './channels';

/** One moment of all channels: a number each, by its place in the list. */
export type Frame = Float64Array;

/** Some channels by name. */
export type ChannelValues = Readonly<Partial<Record<ChannelId, number>>>;

/** The place of each channel in a frame. By name as a constant it costs nothing; a look-up by a string would each time. */
export const AT = Object.fromEntries(CHANNEL_IDS.map((id, i) => [id, i])) as Readonly<
  Record<ChannelId, number>
>;

const PLACES = new Map<string, number>(CHANNEL_IDS.map((id, i) => [id, i]));

/** The place of a channel that is only known by its name: quicker than looking it up in {@link AT}, which is as long as the list. */
export function placeOf(id: ChannelId): number {
  return PLACES.get(id) as number;
}

/** The places of each cylinder’s knock noise and of what its spark is pulled by, cylinder 1 first. */
export const KNOCK_NOISE_PLACES = placesByCylinder('knockNoise');
export const KNOCK_RETARD_PLACES = placesByCylinder('knockRetard');

function placesByCylinder(prefix: string): readonly number[] {
  const own = CHANNEL_IDS.filter((id) => id.startsWith(prefix) && 'cylinder' in CHANNELS[id]);
  return own.map((id) => AT[id]);
}

const AT_REST = Float64Array.from(CHANNEL_IDS, (id) => CHANNELS[id].rest);

/** A frame in which nothing is known but these: throttle closed, neutral, petrol, and NaN where nothing can stand in. */
export function frameOf(values: ChannelValues = {}): Frame {
  const frame = AT_REST.slice();
  for (const id of CHANNEL_IDS) {
    const value = values[id];
    if (value !== undefined) frame[AT[id]] = value;
  }
  return frame;
}

/** A channel of a frame, as `read(frame, AT.speed)`; NaN while nothing is known of it. */
export function read(frame: Frame, place: number): number {
  return frame[place] as number;
}

/** Puts a channel’s number into a frame. */
export function write(frame: Frame, place: number, value: number): void {
  frame[place] = value;
}

/** What a frame’s phase channel says. */
export const PHASE = { off: 0, cranking: 1, running: 2 } as const;
