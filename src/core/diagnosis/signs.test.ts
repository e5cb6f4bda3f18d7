import { LOST_BIT } from '../channel';
import { chance } from '@tests/support/chance';
import { RUNS, seenOver, SITUATION, STANDS, type Stretch } from '@tests/support/seenEngine';
import { SIGNS } from './signs';

/** The state of a sign after stretches of samples, and its words. */
function sign(id: string, stretches: readonly Stretch[], eachS = 0.05, situation = SITUATION) {
  const found = SIGNS.find((one) => one.id === id);
  if (found === undefined) throw new TypeError(id);
  const { look } = seenOver(stretches, eachS, situation);
  return [found.read(look, situation), found.words(look, situation)] as const;
}
const state = (...asked: Parameters<typeof sign>) => sign(...asked)[0];

const run = (forS: number, values: Record<string, number> = {}): Stretch => ({
  forS,
  says: { ...RUNS, ...values },
});
const stand = (forS: number, values: Record<string, number> = {}): Stretch => ({
  forS,
  says: { ...STANDS, ...values },
});
/** A counter that goes up evenly from a second on, so many a second. */
const counting = (channel: string, perS: number, forS = 20): Stretch => ({
  forS,
  says: (s) => ({ ...RUNS, [channel]: Math.floor(perS * Math.max(0, s - 1)) }),
});

describe('counters', () => {
  // 3,000 rev/min are 25 cycles a second, with a pulse each.
  test('cam pulses: none, some of them, most of them', () => {
    expect(state('camPulsesMissing', [run(20)])).toBe('sound');
    expect(sign('camPulsesMissing', [counting('camPulsesMissing', 5)])).toEqual([
      'some',
      expect.stringMatching(/^95 cam pulses missing in \d+ turns\.$/),
    ]);
    expect(state('camPulsesMissing', [counting('camPulsesMissing', 25)])).toBe('most');
  });

  test('nothing is said before it has turned enough, and of the cam not before it was found', () => {
    expect(state('crankTeethMissing', [run(0.5)])).toBeNull();
    expect(state('camPulsesMissing', [run(20, { sync: 1 })])).toBeNull();
    expect(state('crankTeethMissing', [run(20, { sync: 1 })])).toBe('sound');
  });

  test('what comes while it first finds its position, and one now and then, is sound', () => {
    const found: Stretch = { forS: 20, says: (s) => ({ ...RUNS, crankTeethMissing: s > 0.06 ? 2 : 0 }) };
    expect(state('crankTeethMissing', [found])).toBe('sound');
    const once: Stretch = { forS: 20, says: (s) => ({ ...RUNS, crankTeethMissing: s > 10 ? 1 : 0 }) };
    expect(state('crankTeethMissing', [once])).toBe('sound');
  });

  test('counters that begin anew count what they have then', () => {
    const [, words] = sign('noiseEdges', [run(10, { noiseEdges: 900 }), run(10, { noiseEdges: 7 })]);
    expect(words).toMatch(/^7 edges of noise/);
  });

  test('teeth that are missing are told from edges that are too many, and neither from a few of both', () => {
    const both = (crankTeethMissing: number, noiseEdges: number) =>
      state('teethOrNoise', [run(1), run(20, { crankTeethMissing, noiseEdges })]);
    expect([both(0, 0), both(20, 3), both(3, 20), both(9, 8)]).toEqual(['sound', 'teeth', 'noise', null]);
  });

  test('losses where the throttle is snapped are told from losses at any time', () => {
    const snapped: Stretch = {
      forS: 40,
      says: (s) => ({
        ...RUNS,
        throttle: s % 10 < 1 ? 60 : 5,
        crankTeethMissing: 3 * Math.floor((s + 9.5) / 10),
      }),
    };
    expect(state('missedWhileLeaping', [snapped])).toBe('yes');
    const anyTime: Stretch = {
      forS: 40,
      says: (s) => ({ ...RUNS, throttle: s % 10 < 1 ? 60 : 5, crankTeethMissing: Math.floor(s) }),
    };
    expect(state('missedWhileLeaping', [anyTime])).toBe('sound');
    expect(state('missedWhileLeaping', [counting('crankTeethMissing', 1)])).toBeNull();
  });
});

describe('crank and power', () => {
  test('a speed that is gone at once is no engine that stops', () => {
    expect(state('crankSilent', [run(5), stand(5)])).toBe('yes');
    const stops: Stretch = { forS: 0.6, says: (s) => ({ ...RUNS, speed: 900 * (1 - s / 0.6) }) };
    expect(state('crankSilent', [run(5, { speed: 900 }), stops, stand(5)])).toBe('sound');
  });

  test('nor is one that the key or a lost supply has taken the power from', () => {
    expect(state('crankSilent', [run(5), stand(5, { sinceKeyOn: 0.05 })])).toBe('sound');
  });

  test('nor is one that came to rest in a hole, or behind whose samples another clock begins', () => {
    const unseen = (holeS: number) => state('crankSilent', [run(5), { ...stand(5), holeS }]);
    expect([0, 0.05, 1.5, 60].map(unseen)).toEqual(['yes', 'yes', 'sound', 'sound']);
    const anew: Stretch = { forS: 5, says: (s) => ({ ...STANDS, time: s, sinceKeyOn: s + 8 }) };
    expect(state('crankSilent', [run(9), anew])).toBe('sound');
  });

  test('a starter that pulls without a turn', () => {
    expect(
      sign('crankSilent', [stand(4), stand(0.2, { battery: 9.8 }), stand(2, { battery: 11.4 })]),
    ).toEqual(['yes', 'The starter pulls the battery down, and no turn of the crank is seen.']);
    // Thirty good starts pull no longer than one.
    const start: readonly Stretch[] = [stand(4), stand(0.1, { battery: 9.8 }), run(1, { speed: 500 })];
    expect(state('crankSilent', Array.from({ length: 30 }, () => start).flat())).toBe('sound');
    // A fan and lights pull less; and after it ran a battery falls to its own.
    expect(state('crankSilent', [stand(4), stand(5, { battery: 11.7 })])).toBe('sound');
    expect(
      state('crankSilent', [run(5, { speed: 500 }), stand(0.5, { battery: 14 }), stand(5, { battery: 12 })]),
    ).toBe('sound');
  });

  test('position: found, told by the crank alone, told by nothing; nothing is said of too short a crank', () => {
    const cranked = (sync: number, forS = 3): Stretch => stand(forS, { speed: 250, battery: 10.5, sync });
    expect(state('position', [stand(2), cranked(2)])).toBe('sound');
    expect(state('position', [stand(2), cranked(1)])).toBe('noCam');
    expect(state('position', [stand(2), cranked(0)])).toBe('none');
    expect(state('position', [stand(2), cranked(0, 1)])).toBeNull();
    expect(sign('position', [stand(2), cranked(1)])[1]).toMatch(
      /3\.0 s of cranking the crank told .*, the cam never/,
    );
  });

  test('power lost under the starter is told from power lost while it ran', () => {
    expect(state('resets', [run(5)])).toBe('sound');
    expect(state('resets', [run(5, { resets: 0 }), run(5, { resets: 1 })])).toBe('running');
    expect(sign('resets', [stand(2, { speed: 200 }), stand(2, { resets: 2 })])).toEqual([
      'cranking',
      'The engine computer lost its power 2 times, under the starter.',
    ]);
  });

  test('charging is asked of an engine that has run for a while', () => {
    expect(state('charging', [run(8)])).toBe('sound');
    expect(state('charging', [run(8, { battery: 12.1 })])).toBe('low');
    expect(state('charging', [run(8, { battery: 15.4 })])).toBe('high');
    expect(state('charging', [run(8, { battery: 12.1, sinceStart: 3 })])).toBeNull();
    expect(state('charging', [run(8, { battery: 12.1, speed: 900 })])).toBeNull();
  });

  test('a battery that falls under the starter', () => {
    expect(state('crankVolts', [stand(2), stand(1, { speed: 200, battery: 9.6 })])).toBe('sound');
    // One that went out did not see how far.
    expect(
      state('crankVolts', [stand(2), stand(1, { speed: 200, battery: 9 }), stand(1, { resets: 1 })]),
    ).toBeNull();
    expect(sign('crankVolts', [stand(2), stand(1, { speed: 200, battery: 7.1 })])).toEqual([
      'low',
      'The battery falls to 7.1 V under the starter.',
    ]);
  });
});

describe('sensors', () => {
  test('below and above its band', () => {
    const bit = LOST_BIT.coolant;
    expect(state('sensor:coolant', [run(5)])).toBe('sound');
    expect(sign('sensor:coolant', [run(5, { sensorsLost: bit })])).toEqual([
      'low',
      'Coolant is below what its sensor can say.',
    ]);
    expect(state('sensor:coolant', [run(5, { sensorsLost: bit, sensorsHigh: bit })])).toBe('high');
    expect(state('sensor:air', [run(5, { sensorsLost: bit })])).toBe('sound');
    expect(state('sensor:coolant', [run(5), run(0.2, { sensorsLost: bit }), run(5)])).toBe('sound');
  });

  test('the manifold sensor against the air outside, after it has stood, and not long after it ran again', () => {
    expect(state('standingPressure', [stand(5)])).toBe('sound');
    expect(state('standingPressure', [stand(2)])).toBeNull();
    expect(sign('standingPressure', [stand(5, { manifoldPressure: 88 })])).toEqual([
      'high',
      'With the engine standing the manifold sensor reads 7.0 kPa over the air outside.',
    ]);
    expect(state('standingPressure', [stand(5, { manifoldPressure: 76 })])).toBe('low');
    expect(state('standingPressure', [stand(5), run(15)])).toBe('sound');
    expect(state('standingPressure', [stand(5), run(25)])).toBeNull();
    // It is taken anew at each stand.
    expect(state('standingPressure', [stand(5), run(25), stand(5, { manifoldPressure: 90 })])).toBe('high');
  });

  test('jitter from sample to sample, and none of a slow way', () => {
    const jumps: Stretch = {
      forS: 20,
      says: (s) => ({ ...RUNS, manifoldPressure: 50 + (Math.round(s / 0.05) % 2 === 0 ? 2 : -2) }),
    };
    expect(state('pressureJitter', [jumps])).toBe('yes');
    expect(
      state('pressureJitter', [{ forS: 20, says: (s) => ({ ...RUNS, manifoldPressure: 50 + s / 2 }) }]),
    ).toBe('sound');
    expect(state('pressureJitter', [run(2)])).toBeNull();
  });

  const stepped = (tauS: number): readonly Stretch[] => [
    run(3),
    { forS: 3, says: (s) => ({ ...RUNS, throttle: 45, manifoldPressure: 100 - 50 * Math.exp(-s / tauS) }) },
  ];
  test('pressure that comes late behind a step of the throttle', () => {
    expect(state('pressureLag', stepped(0.08))).toBe('sound');
    expect(sign('pressureLag', stepped(0.8))).toEqual([
      'yes',
      expect.stringMatching(/comes 0\.[67] s behind/),
    ]);
    expect(state('pressureLag', [run(6)])).toBeNull();
    // Another speed is another pressure.
    const races: Stretch = {
      forS: 3,
      says: (s) => ({ ...RUNS, speed: 3000 + 900 * s, throttle: 45, manifoldPressure: 60 }),
    };
    expect(state('pressureLag', [run(3), races])).toBeNull();
  });

  test('a lambda that says the same while the target moves; and one at its end, or that was asked nothing', () => {
    const asked = (lambdaOne: (s: number) => number): readonly Stretch[] => [
      run(3, { lambdaOne: lambdaOne(0) }),
      {
        forS: 40,
        says: (s) => ({
          ...RUNS,
          lambdaTarget: s % 8 < 4 ? 1 : 0.85,
          lambdaOne: lambdaOne(s),
          lambdaTwo: NaN,
        }),
      },
    ];
    expect(
      state(
        'lambdaFrozen',
        asked(() => 0.93),
      ),
    ).toBe('yes');
    expect(
      state(
        'lambdaFrozen',
        asked((s) => (s % 8 < 4 ? 1 : 0.85)),
      ),
    ).toBe('sound');
    expect(
      state(
        'lambdaFrozen',
        asked(() => 0.7),
      ),
    ).toBe('sound');
    expect(state('lambdaFrozen', [run(30)])).toBeNull();
  });
});

describe('mixture', () => {
  const net = (ms: number) => ({ injectorOpening: 1 + ms });
  test('short and long pulses, and much flow, each by itself', () => {
    const lean = { lambdaOne: 1.1, lambdaTwo: 1.1 };
    expect(state('mixture:short', [run(8, { ...net(1), ...lean })])).toBe('high');
    expect(state('mixture:long', [run(8, { ...net(1), ...lean })])).toBeNull();
    expect(sign('mixture:long', [run(8, { ...net(5), ...lean })])).toEqual([
      'high',
      'With long pulses it is 10 % leaner than asked.',
    ]);
    expect(
      state('mixture:fast', [run(8, { ...net(8), engineAirFlow: 150, lambdaOne: 0.9, lambdaTwo: 0.9 })]),
    ).toBe('low');
    expect(state('mixture:long', [run(8, { lambdaOne: 1.6, lambdaTwo: 1.6 })])).toBe('far');
    expect(state('mixture:long', [run(8, { lambdaOne: 1.03, lambdaTwo: 1.03 })])).toBe('sound');
  });

  test('what the loop has added counts as missing', () => {
    expect(state('mixture:long', [run(8, { lambdaTrim: 1.1, lambdaTrimTwo: 1.1 })])).toBe('high');
    expect(state('mixture:long', [run(8, { learnedTrim: 0.9 })])).toBe('low');
  });

  test('says nothing where the map is not known to be right, a sensor it bears on is lost, fuel is cut, or it is cold', () => {
    const lean = { lambdaOne: 1.1, lambdaTwo: 1.1 };
    expect(state('mixture:long', [run(8, lean)], 0.05, { ...SITUATION, mapIsRight: false })).toBeNull();
    const ways: readonly Record<string, number>[] = [
      { sensorsLost: LOST_BIT.map },
      { cutShare: 50 },
      { overrunCut: 1 },
      { coolant: 20 },
      { sinceStart: 4 },
    ];
    for (const without of ways) {
      expect([without, state('mixture:long', [run(8, { ...lean, ...without })])]).toEqual([without, null]);
    }
  });

  test('banks apart, and one that ripples', () => {
    expect(state('banksApart', [run(8, { lambdaOne: 1.08 })])).toBe('high');
    expect(state('banksApart', [run(8, { lambdaTwo: 1.08 })])).toBe('low');
    expect(state('banksApart', [run(8, { lambdaTwo: NaN })])).toBeNull();
    const ripples: Stretch = {
      forS: 10,
      says: (s) => ({ ...RUNS, lambdaOne: 1 + (Math.round(s / 0.05) % 2 === 0 ? 0.01 : -0.01) }),
    };
    expect(state('lambdaRipple', [ripples])).toBe('yes');
    expect(state('lambdaRipple', [run(10)])).toBe('sound');
    expect(state('lambdaRipple', [run(10, { speed: 1000 })])).toBeNull();
  });
});

describe('the link', () => {
  const linked = (spoiledPerS: number, lostPerS: number, linkAnswer = 60): Stretch => ({
    forS: 20,
    says: (s) => ({
      ...RUNS,
      linkSpoiled: 5 + Math.floor(spoiledPerS * s),
      linkMissing: Math.floor(lostPerS * s),
      linkAnswer,
    }),
  });
  test('what it spoils and loses, and how long an answer takes', () => {
    for (const id of ['linkSpoils', 'linkLoses', 'linkSlow']) {
      expect([id, state(id, [linked(0, 0)])]).toEqual([id, 'sound']);
      // A log of another source does not say, nor does the moment it is made.
      expect([id, state(id, [run(20)])]).toEqual([id, null]);
      expect([id, state(id, [{ ...linked(9, 9, 900), forS: 2 }])]).toEqual([id, null]);
    }
    expect(sign('linkSpoils', [linked(2, 0)])).toEqual([
      'yes',
      '40 frames came spoiled over the link in 20 s.',
    ]);
    expect(sign('linkLoses', [linked(0, 3)])[0]).toBe('yes');
    expect(sign('linkSlow', [linked(0, 0, 700)])).toEqual(['yes', 'An answer over the link takes 700 ms.']);
  });
});

describe('fuel pressure and idle', () => {
  // By hand: 350 + 50 − 81 = 319 kPa.
  test('pressure against what the regulator holds', () => {
    const much = { engineAirFlow: 150 };
    expect(state('railSlow', [run(8)])).toBe('sound');
    expect(state('railSlow', [run(8, { fuelPressure: 350 })])).toBe('high');
    expect(sign('railFast', [run(8, { ...much, fuelPressure: 279 })])).toEqual([
      'low',
      'Fuel pressure is 40 kPa under what is held where much fuel flows.',
    ]);
    expect(
      state('railSlow', [run(8, { fuelPressure: 350 })], 0.05, { ...SITUATION, followsManifold: false }),
    ).toBe('sound');
    expect(state('railFast', [run(8)])).toBeNull();
  });

  const idles = { speed: 1000, throttle: 0 };
  test('idle too fast, foot off and standing', () => {
    expect(state('idleFast', [run(12, idles)])).toBe('sound');
    expect(sign('idleFast', [run(12, { ...idles, speed: 1700 })])).toEqual([
      'yes',
      'Warm, with the foot off, it turns 700 rev/min too fast.',
    ]);
    expect(state('idleFast', [run(12, { ...idles, speed: 1700, vehicleSpeed: 30 })])).toBeNull();
    expect(state('idleFast', [run(12, { ...idles, speed: 1700, coolant: 30 })])).toBeNull();
    expect(state('idleFast', [run(5, { ...idles, speed: 1700 })])).toBeNull();
  });

  test('the valve against where its curve has it', () => {
    const idleAir = { x: Float64Array.of(0, 100), y: Float64Array.of(0), values: Float64Array.of(20, 20) };
    const by = { ...SITUATION, idleAir };
    const held = (idleOpening: number, idleState = 3) =>
      state('idleValve', [run(15, { ...idles, idleState, idleOpening, idleLoadAir: 2 })], 0.05, by);
    expect(held(22)).toBe('sound');
    expect(held(10)).toBe('low');
    expect(held(36)).toBe('high');
    expect(held(10, 1)).toBeNull();
  });
});

test('every sign of a sound engine that has run, stood and idled is sound or not known', () => {
  const { look } = seenOver([
    stand(5),
    run(20),
    run(12, { speed: 1000, throttle: 0 }),
    stand(5, { sinceKeyOn: 0.05 }),
  ]);
  for (const { id, states, read } of SIGNS)
    expect([id, read(look, SITUATION) ?? 'sound']).toEqual([id, states[0]]);
});

describe('holes', () => {
  test('what steps only in holes is no sign of anything', () => {
    for (let seed = 1; seed <= 40; seed += 1) {
      const draw = chance(seed);
      const stretches = Array.from({ length: 30 }, (): Stretch => {
        const manifoldPressure = 30 + 70 * draw();
        const says = {
          speed: 900 + 5000 * draw(),
          throttle: 3 + 90 * draw(),
          manifoldPressure,
          fuelPressure: SITUATION.railGaugeKpa + manifoldPressure - SITUATION.outsideKpa,
          battery: 13.5 + draw(),
        };
        const lambda = 0.85 + 0.2 * draw();
        const wanted = { lambdaOne: lambda, lambdaTwo: lambda, lambdaTarget: lambda };
        return draw() < 0.2
          ? { ...stand(0.3 + 2 * draw(), { battery: 11.5 + 1.5 * draw() }), holeS: 1 + 5 * draw() }
          : { ...run(0.3 + 2 * draw(), { ...says, ...wanted }), holeS: 1 + 5 * draw() };
      });
      const { look } = seenOver(stretches, 0.05, SITUATION);
      const told = SIGNS.filter((sign) => ![null, sign.states[0]].includes(sign.read(look, SITUATION)));
      expect(told.map(({ id }) => id)).toEqual([]);
    }
  });
});
