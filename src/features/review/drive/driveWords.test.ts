import type { DriveFacts } from '@/workers/driveProtocol';
import { driveSentences } from './driveWords';

const FACTS: DriveFacts = {
  ranFromS: 2.7,
  diedAtS: [],
  topRpm: 6110,
  topKpa: 147,
  endCoolantC: 75,
  pulling: { leanest: 1.02, richest: 0.9 },
  cuts: { times: 2, forS: 11 },
  knocks: { firings: 0, atRpm: null },
  knockControl: { heard: 0, mostDeg: 0 },
  misfires: 0,
  charges: 40_000,
  limits: [],
  idle: null,
  excursions: [],
  protection: [],
  lost: [],
  counters: { syncLosses: 0, crankTeethMissing: 0, camPulsesMissing: 0 },
};
const said = (change: Partial<DriveFacts> = {}) => driveSentences({ ...FACTS, ...change });
const warnings = (change: Partial<DriveFacts>) =>
  said(change)
    .filter(({ tone }) => tone === 'warning')
    .map(({ text }) => text);

describe('a drive in sentences', () => {
  test('a good one has no warning, and says what it reached', () => {
    expect(warnings({})).toEqual([]);
    const text = said()
      .map((sentence) => sentence.text)
      .join(' ');
    expect(text).toMatch(/Ran from 2.7 s on and did not die/);
    expect(text).toMatch(/between 10 % richer and 2 % leaner/);
    expect(text).toMatch(/No firing knocked/);
    expect(text).toMatch(/cut on overrun twice, 11 s in all/);
    expect(text).toMatch(/Reached 6,?110 rev\/min and 147 kPa; coolant ended at 75 °C/);
  });

  test.each<[Partial<DriveFacts>, RegExp]>([
    [{ ranFromS: null }, /never ran/],
    [{ diedAtS: [52] }, /Died once, at 52 s\.$/],
    [{ diedAtS: [1, 2, 3, 4, 5] }, /Died 5 times, at 1 s, 2 s, 3 s, 4 s and later/],
    [{ pulling: { leanest: 1.12, richest: 1 } }, /up to 12 % leaner/],
    [{ pulling: { leanest: 1, richest: 0.8 } }, /up to 20 % richer/],
    [{ knocks: { firings: 14, atRpm: 4500 } }, /14 firings knocked, most about 4,?500 rev\/min/],
    [{ misfires: 4000 }, /4,?000 of 40,?000 charges/],
    [{ counters: { ...FACTS.counters, syncLosses: 2, crankTeethMissing: 3 } }, /lost twice, with 3 counts/],
    [{ protection: [{ code: 1, atS: 40, forS: 6 }] }, /acted at 40 s because of oil pressure, for 6 s/],
    [{ lost: [{ code: 1, atS: 52, forS: 6 }] }, /From 52 s on a sensor was in fault: manifold pressure/],
    [{ counters: { ...FACTS.counters, camPulsesMissing: 7 } }, /7 cam pulses were missing/],
  ])('%j is warned of, first', (change, expected) => {
    expect(warnings(change)).toHaveLength(1);
    expect(said(change)[0]?.text).toMatch(expected);
  });

  test('what held it back is told with how many charges each cylinder went without', () => {
    const limits = [
      { id: 'speed', forS: 5.9, fuelCuts: [68, 69, 69], sparkCuts: [0, 0, 0] },
      { id: 'launch', forS: 4, fuelCuts: [0, 0, 0], sparkCuts: [12, 12, 12] },
      { id: 'cold', forS: 0.2, fuelCuts: [0, 0, 0], sparkCuts: [0, 0, 0] },
    ] as const;
    const text = said({ limits }).map((sentence) => sentence.text);
    expect(text).toContain(
      'Held back by engine speed for 5.9 s: 206 charges without fuel, 68 to 69 a cylinder.',
    );
    expect(text).toContain('Held back by launch for 4.0 s: 36 charges without spark, 12 a cylinder.');
    expect(text).toContain('Held back by cold engine for 0.2 s: no charge was cut.');
  });

  test('a few charges that do not burn are no warning, and no pull says nothing of the mixture', () => {
    expect(warnings({ misfires: 900 })).toEqual([]);
    expect(warnings({ counters: { ...FACTS.counters, syncLosses: 1 } })).toEqual([]);
    expect(said({ pulling: null }).some(({ text }) => text.includes('Under load'))).toBe(false);
  });

  test('how it idled', () => {
    const idle = { forS: 42, meanOffRpm: -3, lowestOffRpm: -61, highestOffRpm: 48, surge: null };
    expect(said({ idle }).map(({ text }) => text)).toContain(
      'Idled for 42 s at its target, 61 below and 48 above it at most.',
    );
  });

  test('the worst mixture of each movement of the throttle', () => {
    const excursions = [
      { kind: 'stab', atS: 40, leaner: 0.04, richer: 0.02, isHeld: true },
      { kind: 'stab', atS: 50, leaner: 0.24, richer: 0, isHeld: true },
      { kind: 'lift', atS: 52, leaner: 0, richer: 0.2, isHeld: true },
    ] as const;
    const texts = said({ excursions }).map(({ tone, text }) => `${tone}: ${text}`);
    expect(texts).toContain(
      'warning: In a stab: the mixture went 24 % leaner and 2 % richer than before at most.',
    );
    expect(texts).toContain(
      'plain: After a lift: the mixture went 0 % leaner and 20 % richer than before at most.',
    );
    expect(texts.join()).not.toMatch(/slow opening/);
  });
});

test('what knock control heard and pulled is said, where it did', () => {
  const text = said({ knocks: { firings: 40, atRpm: 3500 }, knockControl: { heard: 31, mostDeg: 5.5 } })
    .map((sentence) => sentence.text)
    .join(' ');
  expect(text).toMatch(/Knock control heard 31 of them and pulled spark by up to 5.5°/);
  expect(said().some((sentence) => sentence.text.includes('Knock control'))).toBe(false);
});
