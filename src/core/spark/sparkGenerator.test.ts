import { fullLoadAnchorDeg, proposedSparkDeg, type SparkInputs, sparkReasons } from './sparkGenerator';

const engine = (change: Partial<SparkInputs> = {}): SparkInputs => ({
  octane: 98,
  compressionRatio: 9.5,
  boreMm: 84,
  barometricKpa: 100,
  maxManifoldKpa: 100,
  torquePeakSpeedRpm: 4000,
  maxSpeedRpm: 8000,
  cautionDeg: 0,
  cams: 'sporting',
  use: 'sprint',
  ...change,
});

describe('the full-load anchor', () => {
  test.each<[string, Partial<SparkInputs>, number]>([
    ['of the usual engine', {}, 27],
    ['rises with octane, 0.5° a point', { octane: 104 }, 30],
    ['by 6° at the most', { octane: 115 }, 33],
    ['falls with compression, 1.5° a ratio', { compressionRatio: 11.5 }, 24],
    ['rises with bore, 0.06° a millimetre', { boreMm: 94 }, 27.6],
    ['takes an average bore where none is known', { boreMm: null }, 27],
  ])('%s', (_what, change, degrees) => {
    expect(fullLoadAnchorDeg(engine(change))).toBeCloseTo(degrees, 9);
  });
});

describe('the proposed spark', () => {
  // By hand, with load from 0 at 0.35 to 1 at 1 of barometric pressure.
  test.each<[string, Partial<SparkInputs>, number, number, number]>([
    ['cranking', {}, 300, 95, 8],
    ['half-way from cranking to idle', {}, 650, 40, 10],
    ['idle', {}, 800, 40, 12],
    ['idle with mild cams', { cams: 'mild' }, 800, 40, 10],
    ['idle with race cams', { cams: 'race' }, 800, 40, 16],
    ['idle speed in boost: 12 − 0.3 · 5', {}, 800, 150, 10.5],
    ['still idle at 1100', {}, 1100, 40, 12],
    // cruise 36 · (0.6 + 0.4 · 1850/3000) = 30.48; half-way from 12.
    ['half-way from idle to cruise', {}, 1850, 35, 21.24],
    ['cruise', {}, 4000, 35, 36],
    ['below the lightest load', {}, 4000, 20, 36],
    ['half load', {}, 4000, 67.5, 31.5],
    ['full load at peak torque', {}, 4000, 100, 27],
    // 27 − 8 · 1000/4000
    ['full load below it', {}, 3000, 100, 25],
    ['full load half-way to maximum speed', {}, 6000, 100, 29],
    ['full load at maximum speed', {}, 8000, 100, 31],
    ['full load beyond it', {}, 9500, 100, 31],
    // 27 + 4 · 200/500
    [
      'a peak close to maximum speed: over 500 rev/min at least',
      { torquePeakSpeedRpm: 7800 },
      8000,
      100,
      28.6,
    ],
    ['boost: 0.1° less a kilopascal', {}, 4000, 150, 22],
    ['caution, by load', { cautionDeg: 4 }, 4000, 100, 23],
    ['caution at half load', { cautionDeg: 4 }, 4000, 67.5, 29.5],
    ['caution nowhere at cruise', { cautionDeg: 4 }, 4000, 35, 36],
    ['long pulls', { use: 'endurance' }, 4000, 100, 26],
    // 33 + 4 at full load: cruise stays 4° above.
    ['cruise is never less than full load and 4', { octane: 115 }, 8000, 35, 41],
    // 27 − 4 − 12.75 − 20 = −9.75
    ['never later than 5° after TDC', { octane: 90, compressionRatio: 18 }, 4000, 300, -5],
  ])('%s', (_what, change, speedRpm, kpa, degrees) => {
    expect(proposedSparkDeg(engine(change), speedRpm, kpa)).toBeCloseTo(degrees, 9);
  });

  test('has no step where cranking ends', () => {
    expect(proposedSparkDeg(engine(), 500, 95)).toBe(8);
    expect(proposedSparkDeg(engine(), 501, 95)).toBeCloseTo(8, 1);
  });
});

describe('its reasons', () => {
  const said = (change: Partial<SparkInputs>) => sparkReasons(engine(change)).map(({ text }) => text);

  test('are three for an engine that is nothing special', () => {
    expect(said({})).toHaveLength(3);
    expect(said({})[1]).toMatch(/^Full load 27.0°/);
  });

  test.each<[Partial<SparkInputs>, RegExp | null]>([
    [{ maxManifoldKpa: 106 }, /^In boost 0.10° less/],
    [{ maxManifoldKpa: 105 }, null],
    [{ cautionDeg: 4 }, /^First run: 4° less/],
    [{ use: 'endurance' }, /^Long pulls: 1° less/],
    [{ use: 'road' }, null],
  ])('%j', (change, more) => {
    const reasons = said(change).slice(3);
    if (more === null) expect(reasons).toEqual([]);
    else expect(reasons.join()).toMatch(more);
  });
});
