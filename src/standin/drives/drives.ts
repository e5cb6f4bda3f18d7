import type { Action } from './action';

/** A drive that can be asked for. */
interface DriveInfo {
  readonly label: string;
  readonly detail: string;
  /** It ends after this long, whatever has been done, s. */
  readonly mostS: number;
  /** It says something only where it begins so, °C. */
  readonly begins?: { readonly coolantC: number; readonly airC: number };
  readonly actions: readonly Action[];
}

/** Gear by gear to a speed, with the pedal as far down. */
const throughGears = (pedal: number, toRpm: number, gears: readonly number[]): Action[] =>
  gears.map((gear) => ({ do: 'pull', gear, pedal, toRpm }));

/** Round a short lap: out of a bend, up the gears, off and into the next. */
const LAP: readonly Action[] = [
  ...throughGears(70, 5600, [2, 3]),
  { do: 'lift', toRpm: 4200 },
  { do: 'brake', toKmPerH: 42 },
  { do: 'cruise', gear: 2, kmPerH: 44, forS: 3 },
  ...throughGears(100, 6000, [2, 3]),
  { do: 'pull', gear: 4, pedal: 100, toRpm: 5200 },
  { do: 'lift', toRpm: 3600 },
  { do: 'brake', toKmPerH: 55 },
  { do: 'cruise', gear: 3, kmPerH: 58, forS: 4 },
  { do: 'pull', gear: 3, pedal: 45, toRpm: 4600 },
  { do: 'lift', toRpm: 3000 },
  { do: 'brake', toKmPerH: 36 },
];

const WARM_UP: readonly Action[] = [
  { do: 'start' },
  { do: 'idle', forS: 8 },
  { do: 'idle', forS: 8, loadsA: 25 },
  { do: 'rev', rpm: 1900, forS: 25 },
];

/** Closer together where a little pedal moves the pressure much. */
const MAPPED_PEDALS = [3, 6, 9, 13, 18, 25, 35, 50, 75, 100] as const;

/** Every drive there is. */
export const DRIVES = {
  idle: {
    label: 'Idle with loads',
    detail: 'Start, idle, lamps and heater on and off, a blip, idle again.',
    mostS: 75,
    actions: [
      { do: 'start' },
      { do: 'idle', forS: 15 },
      { do: 'idle', forS: 12, loadsA: 30 },
      { do: 'idle', forS: 10 },
      { do: 'rev', rpm: 2500, forS: 4 },
      { do: 'idle', forS: 12 },
      { do: 'off', forS: 3 },
    ],
  },
  coldStart: {
    label: 'Start, lambda read from the first turn',
    detail: 'The key is on until the lambda sensor is warm; then the start, and idle for over a minute.',
    mostS: 130,
    actions: [
      { do: 'start', keyS: 14 },
      { do: 'idle', forS: 75 },
    ],
  },
  fan: {
    label: 'Idle until the fan comes on',
    detail: 'Begun hot and standing: the fan comes on and goes off again, twice at most.',
    mostS: 150,
    begins: { coolantC: 93, airC: 22 },
    actions: [{ do: 'start' }, { do: 'idle', forS: 140 }],
  },
  pulls: {
    label: 'Cruises and pulls',
    detail: 'Warm-up, steady speeds, pulls in second and third, lift-offs between.',
    mostS: 190,
    actions: [
      ...WARM_UP,
      { do: 'moveOff' },
      { do: 'cruise', gear: 2, kmPerH: 32, forS: 10 },
      { do: 'cruise', gear: 3, kmPerH: 50, forS: 12 },
      { do: 'pull', gear: 2, pedal: 60, toRpm: 5400 },
      { do: 'lift', toRpm: 2200 },
      { do: 'pull', gear: 2, pedal: 100, toRpm: 6000 },
      { do: 'lift', toRpm: 2400 },
      { do: 'cruise', gear: 4, kmPerH: 70, forS: 12 },
      { do: 'pull', gear: 3, pedal: 100, toRpm: 5800 },
      { do: 'lift', toRpm: 2200 },
      { do: 'brake', toKmPerH: 0 },
      { do: 'idle', forS: 12 },
    ],
  },
  lap: {
    label: 'Warm-up, laps, cool-down',
    detail:
      'Four hundred seconds: start, warm-up, cruises, three laps with pulls and lift-offs, an easy way home, idle, off.',
    mostS: 400,
    actions: [
      ...WARM_UP,
      { do: 'moveOff' },
      { do: 'cruise', gear: 2, kmPerH: 34, forS: 16 },
      { do: 'cruise', gear: 3, kmPerH: 52, forS: 22 },
      { do: 'cruise', gear: 4, kmPerH: 74, forS: 22 },
      { do: 'lift', toRpm: 2000 },
      ...LAP,
      ...LAP,
      ...LAP,
      { do: 'cruise', gear: 4, kmPerH: 60, forS: 30 },
      { do: 'cruise', gear: 3, kmPerH: 40, forS: 20 },
      { do: 'brake', toKmPerH: 0 },
      { do: 'idle', forS: 60 },
      { do: 'off', forS: 120 },
    ],
  },
  held: {
    label: 'Brake, held speeds',
    detail: 'On a brake dynamometer: five speeds, three pedals each.',
    mostS: 130,
    actions: [
      { do: 'start' },
      { do: 'idle', forS: 5 },
      ...[1500, 2500, 3500, 4500, 5500].flatMap((rpm) =>
        [12, 30, 60].map((pedal): Action => ({ do: 'hold', rpm, pedal, forS: 7 })),
      ),
      { do: 'idle', forS: 6 },
    ],
  },
  swept: {
    label: 'Brake, sweeps',
    detail: 'On a brake dynamometer: part load and full load from low to high speed.',
    mostS: 75,
    actions: [
      { do: 'start' },
      { do: 'idle', forS: 5 },
      { do: 'sweep', fromRpm: 1500, toRpm: 5500, pedal: 25, forS: 16 },
      { do: 'hold', rpm: 1800, pedal: 10, forS: 4 },
      { do: 'sweep', fromRpm: 1800, toRpm: 6200, pedal: 100, forS: 18 },
      { do: 'hold', rpm: 2000, pedal: 5, forS: 4 },
      { do: 'idle', forS: 6 },
    ],
  },
  limiter: {
    label: 'Pull into the limiter',
    detail: 'Warm-up, second gear, and the foot stays down against the limit; the same in neutral.',
    mostS: 110,
    actions: [
      ...WARM_UP,
      { do: 'moveOff' },
      { do: 'pull', gear: 2, pedal: 100, toRpm: 6000 },
      { do: 'press', gear: 2, pedal: 100, forS: 6 },
      { do: 'lift', toRpm: 2500 },
      { do: 'brake', toKmPerH: 0 },
      { do: 'press', gear: 0, pedal: 100, forS: 4 },
      { do: 'idle', forS: 8 },
    ],
  },
  launch: {
    label: 'Launch',
    detail: 'Warm-up, the launch switch held with the foot down, off the line, first gear.',
    mostS: 90,
    actions: [
      ...WARM_UP,
      { do: 'launch', pedal: 100, forS: 4 },
      { do: 'pull', gear: 1, pedal: 100, toRpm: 6000 },
      { do: 'lift', toRpm: 2500 },
      { do: 'brake', toKmPerH: 0 },
      { do: 'idle', forS: 6 },
    ],
  },
  shifts: {
    label: 'Gear shifts, foot down',
    detail: 'Warm-up, and up through the gears without lifting, the shift switch pressed for each.',
    mostS: 100,
    actions: [
      ...WARM_UP,
      { do: 'moveOff' },
      { do: 'pull', gear: 1, pedal: 100, toRpm: 5800 },
      { do: 'flatShift', gear: 2, pedal: 100 },
      { do: 'pull', gear: 2, pedal: 100, toRpm: 5800 },
      { do: 'flatShift', gear: 3, pedal: 100 },
      { do: 'pull', gear: 3, pedal: 100, toRpm: 5600 },
      { do: 'lift', toRpm: 2500 },
      { do: 'brake', toKmPerH: 0 },
      { do: 'idle', forS: 6 },
    ],
  },
  boost: {
    label: 'Boost against its target',
    detail: 'On a brake dynamometer: the foot goes down at three speeds, and boost comes.',
    mostS: 95,
    actions: [
      ...WARM_UP,
      ...[3500, 4500, 5500].flatMap((rpm): Action[] => [
        { do: 'hold', rpm, pedal: 12, forS: 3 },
        { do: 'hold', rpm, pedal: 100, forS: 4 },
      ]),
      { do: 'idle', forS: 6 },
    ],
  },
  overboost: {
    label: 'Overboost',
    detail: 'On a brake dynamometer at full load, bypass or wastegate sticks shut.',
    mostS: 80,
    actions: [
      ...WARM_UP,
      { do: 'hold', rpm: 5500, pedal: 12, forS: 3 },
      { do: 'hold', rpm: 5500, pedal: 100, forS: 3 },
      { do: 'stickShut' },
      { do: 'hold', rpm: 5500, pedal: 100, forS: 4 },
      { do: 'idle', forS: 6 },
    ],
  },
  lostPressure: {
    label: 'Pressure sensor lost at full load',
    detail:
      'Warm-up, a pull in second in which the pressure sensor is unplugged, on with the foot down, then home.',
    mostS: 110,
    actions: [
      ...WARM_UP,
      { do: 'moveOff' },
      { do: 'pull', gear: 2, pedal: 100, toRpm: 4200 },
      { do: 'unplug', sensor: 'map' },
      { do: 'press', gear: 2, pedal: 100, forS: 6 },
      { do: 'cruise', gear: 3, kmPerH: 50, forS: 10 },
      { do: 'lift', toRpm: 2200 },
      { do: 'brake', toKmPerH: 0 },
      { do: 'idle', forS: 8 },
    ],
  },
  transients: {
    label: 'Stabs, openings and lifts',
    detail: 'Idle and two stabs, then on a brake: stabs, slow openings and lifts at two speeds.',
    mostS: 120,
    actions: [
      ...WARM_UP,
      { do: 'idle', forS: 6 },
      ...[40, 25].flatMap((pedal): Action[] => [
        { do: 'press', gear: 0, pedal, forS: 0.45 },
        { do: 'idle', forS: 6 },
      ]),
      ...[2000, 3500].flatMap((rpm): Action[] => [
        { do: 'hold', rpm, pedal: 8, forS: 4 },
        { do: 'hold', rpm, pedal: 40, forS: 2.5 },
        { do: 'hold', rpm, pedal: 8, forS: 3 },
        { do: 'open', rpm, pedal: 40, inS: 2, forS: 4 },
        { do: 'hold', rpm, pedal: 8, forS: 3 },
      ]),
      { do: 'idle', forS: 6 },
    ],
  },
  mapping: {
    label: 'Brake, across the map',
    detail: 'On a brake dynamometer: slow sweeps up and down at ten pedals, for a map to be corrected from.',
    mostS: 420,
    actions: [
      ...WARM_UP,
      ...MAPPED_PEDALS.map((pedal, i): Action => {
        const [low, high] = [1100, 6450];
        const ends = i % 2 === 0 ? { fromRpm: low, toRpm: high } : { fromRpm: high, toRpm: low };
        return { do: 'sweep', ...ends, pedal, forS: 32 };
      }),
      { do: 'idle', forS: 20 },
    ],
  },
} as const satisfies Record<string, DriveInfo>;

export type DriveId = keyof typeof DRIVES;

export const DRIVE_IDS = Object.keys(DRIVES) as readonly DriveId[];
