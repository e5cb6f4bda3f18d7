import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { AXES, MAX_BREAKPOINTS } from '../map';
import { MAP_DEFINITIONS, MAP_IDS } from '../program';
import { baseUnit } from '../units';
import {
  AXIS_CHANNELS,
  CHANNEL_IDS,
  channelQuantity,
  channelsFor,
  CHANNELS,
  codesText,
  CORRECTION_CHANNELS,
  OUTPUT_CHANNELS,
  REQUESTED_CHANNELS,
} from './channels';
import { CHANNEL_GROUPS } from './channelInfo';
import { CUT_REASONS, cutsChannel } from './byLimit';
import { LIMITS } from './codes';
import { AT, frameOf, read, write } from './frame';

/** The text of every file of a folder of the core, tests left out. */
function sourceOf(folder: string): string {
  const at = join(__dirname, '..', folder);
  return readdirSync(at, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => readFileSync(join(at, name), 'utf8'))
    .join('\n');
}

/** Where the engine computer takes its numbers from a frame. */
const TAKEN = ['ecu', 'control', 'correction', 'outputs'].map(sourceOf).join('\n');

/** How it takes channels that there is one of for each cylinder. */
const TAKEN_BY_CYLINDER: Readonly<Record<string, string>> = {
  knockNoise: 'KNOCK_NOISE_PLACES[i]',
  knockRetard: 'KNOCK_RETARD_PLACES[i]',
  cylinderCuts: 'AT.cylinderCuts1 + i',
};

describe.each(CHANNEL_IDS)('%s', (id) => {
  const info = CHANNELS[id];

  test('has words, limits, a group and a column of its own', () => {
    expect(info.label).toMatch(/^[A-Z]/);
    expect(info.min).toBeLessThan(info.max);
    expect(CHANNEL_GROUPS).toContain(info.group);
    expect(info.logColumn).toMatch(/^[a-z0-9_]+$/);
    expect(CHANNEL_IDS.filter((other) => CHANNELS[other].logColumn === info.logColumn)).toEqual([id]);
    expect(CHANNEL_IDS.filter((other) => CHANNELS[other].label === info.label)).toEqual([id]);
    expect(channelQuantity(id)).toEqual({ quantity: info.quantity, unit: baseUnit(info.quantity).id });
  });

  test('rests within its limits, or on nothing', () => {
    expect(Number.isNaN(info.rest) || (info.rest >= info.min && info.rest <= info.max)).toBe(true);
    expect(read(frameOf(), AT[id])).toBe(info.rest);
  });

  test('reaches the engine computer, an axis, a correction or an output', () => {
    const offered = [AXIS_CHANNELS, CORRECTION_CHANNELS, OUTPUT_CHANNELS].some((list) =>
      (list as readonly string[]).includes(id),
    );
    const byCylinder = 'cylinder' in info && TAKEN.includes(TAKEN_BY_CYLINDER[id.replace(/\d+$/, '')] ?? '?');
    const byReason =
      CUT_REASONS.some((reason) => cutsChannel(reason) === id) && TAKEN.includes('AT[cutsChannel(');
    const ofLink = CHANNELS[id].origin === 'link';
    const volts = 'onRequest' in info && /\bsignalPlace\b/.test(TAKEN);
    const taken =
      byCylinder || byReason || volts || ofLink || TAKEN.includes(`AT.${id})`) || TAKEN.includes(`AT.${id},`);
    expect([id, offered || taken]).toEqual([id, true]);
  });

  test('stands in a place of its own in a frame', () => {
    const frame = frameOf();
    write(frame, AT[id], 123.5);
    const others = CHANNEL_IDS.filter((other) => other !== id);
    expect(read(frame, AT[id])).toBe(123.5);
    expect(others.map((other) => read(frame, AT[other]))).toEqual(
      others.map((other) => CHANNELS[other].rest),
    );
    expect(read(frameOf({ [id]: 7 }), AT[id])).toBe(7);
  });
});

test('an axis begins within its channel’s limits, its breakpoints far enough apart', () => {
  for (const id of AXIS_CHANNELS) {
    const { axis, min, max } = CHANNELS[id];
    expect(axis.start.length).toBeGreaterThan(1);
    expect(axis.start.length).toBeLessThanOrEqual(MAX_BREAKPOINTS);
    axis.start.forEach((value, i) => {
      expect(value).toBeGreaterThanOrEqual(min);
      expect(value).toBeLessThanOrEqual(max);
      if (i > 0) expect(value - (axis.start[i - 1] as number)).toBeGreaterThanOrEqual(axis.leastStep);
    });
  }
});

test('every axis of a map is that of its channel', () => {
  for (const id of MAP_IDS) {
    const { x, y } = MAP_DEFINITIONS[id];
    for (const axis of y === null ? [x] : [x, y])
      expect(AXES[axis.channel].label).toBe(CHANNELS[axis.channel].label);
  }
});

test('a channel of codes says what they stand for, and has no number beyond them', () => {
  expect(codesText('protection')).toMatch(/^0 none, 1 oil pressure, 2 lean under load, 3 fuel pressure/);
  expect(codesText('speed')).toBeNull();
  for (const id of CHANNEL_IDS) {
    const info = CHANNELS[id];
    const codes = 'codes' in info ? info.codes : undefined;
    if (codes !== undefined) expect([id, info.max]).toEqual([id, codes.length - 1]);
  }
});

test('an engine has channels for as many cylinders as it has', () => {
  const all = CHANNEL_IDS.length - REQUESTED_CHANNELS.length;
  expect(channelsFor(12)).toHaveLength(all);
  expect(channelsFor(6)).toHaveLength(all - 18);
  expect(channelsFor(0)).toHaveLength(all - 36);
  expect(channelsFor(6, ['limits', 'link', 'pulse'])).toHaveLength(all - 6 - 24);
  expect(channelsFor(12, ['knock', 'limits', 'pulse'])).toHaveLength(all - 3);
  expect(channelsFor(12, ['knock', 'limits', 'link'])).not.toContain('pulseMapped');
  // One for each limit, and one for each cylinder.
  expect(channelsFor(6, ['knock', 'link', 'pulse'])).toHaveLength(all - 12 - 12 - (LIMITS.length - 1));
  expect(CHANNELS.cutsAfterLaunch).toMatchObject({
    label: 'Charges cut: after launch',
    logColumn: 'cuts_after_launch',
  });
  expect(channelsFor(4)).toContain('knockRetard4');
  expect(channelsFor(4)).not.toContain('knockNoise5');
  expect(channelsFor(0)).toContain('knockNoise');
});
