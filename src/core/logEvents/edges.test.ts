import { between, drawnLog } from '@tests/support/drawnLog';
import { LOST_BIT, PHASE, SENSORS_LOST } from '../channel';
import { type EventKindId, eventsOf } from './index';

type Drawn = Parameters<typeof drawnLog>[0];

const found = (channels: Drawn, kind: EventKindId) =>
  eventsOf(drawnLog(channels), { barometricKpa: 80 })
    .events.filter((event) => event.kind === kind)
    .map(({ fromS, toS, text }) => ({ fromS: Number(fromS.toFixed(2)), toS: Number(toS.toFixed(2)), text }));
const spans = (channels: Drawn, kind: EventKindId) =>
  found(channels, kind).map(({ fromS, toS }) => [fromS, toS]);

const CRUISE = {
  phase: PHASE.running,
  speed: 3000,
  throttle: (atS: number) => (atS < 2 ? 0 : 20),
  manifoldPressure: 60,
  lambdaOne: 1,
  lambdaTarget: 1,
  battery: 13.8,
  coolant: 85,
} satisfies Drawn;

describe('battery', () => {
  const sag = between(10, 12, 11, 13.8);
  test('it sags while the engine runs, and says below what', () => {
    expect(found({ ...CRUISE, battery: sag }, 'batterySag')).toEqual([
      {
        fromS: 10,
        toS: 11.98,
        text: expect.stringMatching(
          /^Battery down to 11\.0 V while it ran, below 11\.8 V for 2\.0 s/,
        ) as string,
      },
    ]);
  });
  test('not while it stands, or comes to life', () => {
    expect(spans({ ...CRUISE, battery: sag, phase: PHASE.off, speed: 0 }, 'batterySag')).toEqual([]);
    expect(spans({ ...CRUISE, battery: sag, speed: 550 }, 'batterySag')).toEqual([]);
    expect(spans({ ...CRUISE, battery: sag, speed: 650 }, 'batterySag')).toEqual([[10, 11.98]]);
  });
  test('under the starter it may be lower', () => {
    const turned = (volts: number) => ({
      ...CRUISE,
      phase: between(10, 12, PHASE.cranking, PHASE.off),
      speed: between(10, 12, 200, 0),
      battery: between(10, 12, volts, 12.6),
    });
    expect(found(turned(7.9), 'batterySag')).toEqual([
      {
        fromS: 10,
        toS: 11.98,
        text: expect.stringMatching(/^Battery down to 7\.9 V under the starter, below 8\.2 V/) as string,
      },
    ]);
    expect(spans(turned(8.5), 'batterySag')).toEqual([]);
  });
});

describe('fuel pressure', () => {
  /** Light running that says what is held, then full load with less. */
  const loaded = {
    ...CRUISE,
    throttle: between(15, 20, 90, 10),
    speed: between(15, 20, 5000, 2500),
    manifoldPressure: between(15, 20, 100, 50),
    fuelPressure: (atS: number) => (atS < 15 || atS >= 20 ? 350 : atS < 17 ? 310 : 280),
  };
  test('where much is asked, at its lowest', () => {
    expect(found(loaded, 'pressureFalls')).toEqual([
      {
        fromS: 15,
        toS: 19.98,
        text: expect.stringMatching(
          /^Fuel pressure fell to 280 kPa where 350 are held, at 5000 rev\/min and 90 % of throttle/,
        ) as string,
      },
    ]);
    const back = {
      ...loaded,
      fuelPressure: (atS: number) => (atS < 15 || atS >= 20 ? 350 : atS < 17 ? 280 : 310),
    };
    expect(found(back, 'pressureFalls')[0]?.text).toMatch(/^Fuel pressure fell to 280 kPa/);
    const atLast = {
      ...loaded,
      fuelPressure: (atS: number) => (atS < 15 || atS >= 20 ? 350 : atS > 19.97 ? 250 : 300),
    };
    expect(found(atLast, 'pressureFalls')[0]?.text).toMatch(/^Fuel pressure fell to 250 kPa/);
  });
  test('one that follows the manifold is held over it', () => {
    const manifold = (atS: number) => (atS >= 15 && atS < 20 ? 100 : 40 + 2 * (atS % 10));
    const follows = {
      ...loaded,
      manifoldPressure: manifold,
      fuelPressure: (atS: number) => (atS >= 15 && atS < 20 ? 360 : 300 + manifold(atS)),
    };
    expect(found(follows, 'pressureFalls')[0]?.text).toMatch(
      /^Fuel pressure fell to 360 kPa where 400 are held/,
    );
    const holds = { ...follows, fuelPressure: (atS: number) => 300 + manifold(atS) };
    expect(spans(holds, 'pressureFalls')).toEqual([]);
  });
  test('not with the foot up, at low speed, at rest, or with the manifold’s sensor lost', () => {
    expect(spans({ ...loaded, throttle: between(15, 20, 18, 10) }, 'pressureFalls')).toEqual([]);
    expect(spans({ ...loaded, speed: between(15, 20, 1900, 2500) }, 'pressureFalls')).toEqual([]);
    expect(spans({ ...loaded, phase: between(15, 20, PHASE.off, PHASE.running) }, 'pressureFalls')).toEqual(
      [],
    );
    expect(spans({ ...loaded, sensorsLost: between(15, 20, LOST_BIT.map, 0) }, 'pressureFalls')).toEqual([]);
    expect(
      spans({ ...loaded, sensorsLost: between(15, 20, LOST_BIT.coolant, 0) }, 'pressureFalls'),
    ).toHaveLength(1);
  });
  test('with hardly any light running nothing says what is held', () => {
    expect(
      spans({ ...loaded, throttle: (atS) => (atS < 0.5 ? 10 : 90), speed: 5000 }, 'pressureFalls'),
    ).toEqual([]);
    expect(spans({ ...loaded, throttle: between(15, 20, 90, 45) }, 'pressureFalls')).toEqual([]);
  });
});

describe('a sensor in fault', () => {
  const place = (id: (typeof SENSORS_LOST)[number]['id']) => SENSORS_LOST.findIndex((one) => one.id === id);
  test('by the engine computer’s word: by bits, or else by its code, each by itself', () => {
    for (const { id, label } of SENSORS_LOST) {
      const byBits = found(
        { ...CRUISE, sensorsLost: id === 'none' ? 0 : between(10, 12, LOST_BIT[id], 0) },
        'sensorFault',
      );
      const byCode = found({ ...CRUISE, sensorLost: between(10, 12, place(id), 0) }, 'sensorFault');
      const expected =
        id === 'none'
          ? []
          : [
              {
                fromS: 10,
                toS: 11.98,
                text: expect.stringMatching(/^Sensor .* came into fault, for 2\.0 s/) as string,
              },
            ];
      expect([id, byBits, byCode]).toEqual([id, expected, expected]);
      if (id !== 'none') expect(byBits[0]?.text.toLowerCase()).toContain(label.toLowerCase());
    }
  });
  test('from the beginning, and to the end', () => {
    expect(found({ ...CRUISE, sensorsLost: LOST_BIT.coolant }, 'sensorFault')[0]?.text).toMatch(
      /was in fault from the beginning, to the end/,
    );
    expect(
      found({ ...CRUISE, sensorsLost: between(10, 99, LOST_BIT.coolant, 0) }, 'sensorFault')[0]?.text,
    ).toMatch(/came into fault, to the end/);
  });
  test('without that word by a leap that no engine does: away and back is one, and a warm-up none', () => {
    const leapt = { ...CRUISE, coolant: between(10, 12, -40, 85) };
    expect(found(leapt, 'sensorFault')).toEqual([
      {
        fromS: 9.98,
        toS: 11.98,
        text: expect.stringMatching(/^Coolant.* leapt from 85 to -?−?40 °C within 0\.02 s/) as string,
      },
    ]);
    expect(spans({ ...CRUISE, coolant: between(10, 10.3, -40, 85) }, 'sensorFault')).toEqual([]);
    expect(spans({ ...CRUISE, coolant: between(10, 12, 65, 85) }, 'sensorFault')).toEqual([]);
    expect(spans({ ...CRUISE, coolant: (atS) => 20 + 2 * atS }, 'sensorFault')).toEqual([]);
    expect(spans({ ...CRUISE, coolant: between(10, 99, 150, 85) }, 'sensorFault')).toEqual([[9.98, 29.98]]);
    expect(
      spans(
        { ...CRUISE, oilTemperature: between(10, 12, 150, 85), air: between(20, 22, -30, 20) },
        'sensorFault',
      ),
    ).toHaveLength(2);
  });
});

describe('mixture', () => {
  const foot = { ...CRUISE, throttle: between(5, 25, 80, 5) };
  test('a trim that stands still far from one is at its limit, on either side', () => {
    const stands = (trim: number, change: Drawn = {}) =>
      found({ ...CRUISE, lambdaTrim: between(10, 14, trim, 1), ...change }, 'loopAtLimit');
    expect(stands(1.1)[0]?.text).toMatch(/it adds 10 % and may do no more/);
    expect(stands(0.9)[0]?.text).toMatch(/it takes away 10 % and may do no more/);
    expect(stands(1.03)).toEqual([]);
    expect(stands(1.1, { phase: PHASE.off })).toEqual([]);
    expect(spans({ ...CRUISE, lambdaTrim: (atS) => 1.1 + 0.002 * Math.sin(9 * atS) }, 'loopAtLimit')).toEqual(
      [],
    );
    expect(spans({ ...CRUISE, lambdaTrim: 1.1 }, 'loopAtLimit')).toEqual([[0.02, 29.98]]);
  });
  test('a leap from rich to lean is a misfire within its time and no later, and of some length', () => {
    const leaps = (pauseS: number, leanS = 1) =>
      spans(
        {
          ...foot,
          lambdaOne: (atS) =>
            atS < 10
              ? 0.9
              : atS < 11
                ? 0.7
                : atS < 11 + pauseS
                  ? 0.97
                  : atS < 11 + pauseS + leanS
                    ? 1.2
                    : 0.9,
        },
        'richMisfire',
      );
    expect(leaps(0.3)).toHaveLength(1);
    expect(leaps(0.8)).toEqual([]);
    expect(leaps(0.3, 0.15)).toEqual([]);
    expect(leaps(0.3, 0.4)).toHaveLength(1);
  });
  test('two of them in one pull are two, and reading less lean for a moment is the same', () => {
    const lambda = (second: number) => (atS: number) =>
      (atS >= 10 && atS < 10.5) || (atS >= second && atS < second + 0.5)
        ? 0.7
        : (atS >= 10.5 && atS < 11.2) || (atS >= second + 0.5 && atS < second + 1.2)
          ? 1.2
          : 0.9;
    expect(spans({ ...foot, lambdaOne: lambda(16) }, 'richMisfire')).toHaveLength(2);
    expect(spans({ ...foot, lambdaOne: lambda(11.4) }, 'richMisfire')).toHaveLength(1);
  });
  test('lean at a steady throttle, and not behind a start, a cut or a step of the foot', () => {
    const lean = { ...CRUISE, throttle: between(2, 99, 20, 0), lambdaOne: between(14, 20, 1.3, 1) };
    expect(found(lean, 'lean')[0]).toMatchObject({
      fromS: 14,
      toS: 19.98,
      text: expect.stringMatching(
        /^30 % leaner than asked for 6\.0 s at a steady 20 % of throttle, about 3000 rev\/min\.$/,
      ) as string,
    });
    expect(spans({ ...lean, phase: between(10, 99, PHASE.running, PHASE.off) }, 'lean')).toEqual([]);
    expect(spans({ ...lean, throttle: (atS) => (atS < 2 ? 0 : atS % 1 < 0.5 ? 20 : 40) }, 'lean')).toEqual(
      [],
    );
    expect(spans({ ...lean, overrunCut: between(12, 19, 1, 0) }, 'lean')).toEqual([]);
    expect(spans({ ...lean, lambdaOne: between(14, 20, 1.7, 1) }, 'lean')).toEqual([]);
    expect(spans({ ...lean, lambdaOne: between(14, 20, 1.1, 1) }, 'lean')).toEqual([]);
    // Of its target, and of 1 where none was logged.
    expect(spans({ ...lean, lambdaTarget: 1.2 }, 'lean')).toEqual([]);
    const { lambdaTarget: _, ...without } = lean;
    expect(spans(without, 'lean')).toHaveLength(1);
  });
  test('a surge is said where speed swings with it, and not where speed has holes', () => {
    const swings = (atS: number) => 3000 + 60 * Math.sin(2 * Math.PI * 1.2 * atS);
    const surging = {
      ...CRUISE,
      throttle: between(2, 99, 20, 0),
      lambdaOne: between(14, 20, 1.3, 1),
      speed: swings,
    };
    expect(found(surging, 'lean')[0]?.text).toMatch(
      /and the engine surged by \d+ rev\/min, 1\.\d times a second/,
    );
    const holed = { ...surging, speed: (atS: number) => (atS > 16 && atS < 16.03 ? NaN : swings(atS)) };
    expect(found(holed, 'lean').every(({ text }) => !text.includes('surged'))).toBe(true);
  });
});

describe('why it died', () => {
  const died = (more: Drawn) =>
    found(
      {
        phase: (atS) =>
          atS < 2 ? PHASE.off : atS < 3 ? PHASE.cranking : atS < 20 ? PHASE.running : PHASE.off,
        speed: (atS) =>
          atS < 2 ? 0 : atS < 3 ? 200 : atS < 19 ? 1000 : Math.max(0, 1000 - 400 * (atS - 19)),
        sinceKeyOn: (atS) => atS,
        battery: 12.6,
        lambdaOne: 1,
        lambdaTarget: 1,
        overrunCut: 0,
        ...more,
      },
      'stall',
    )[0]?.text;
  test('sync lost with no tooth missing says so much and no more', () => {
    expect(died({ syncLosses: between(19.5, 99, 2, 1) })).toBe('It died: sync was lost.');
    expect(died({ syncLosses: between(19.5, 99, 2, 1), crankTeethMissing: 4 })).toBe(
      'It died: sync was lost.',
    );
  });
  test('speed that is gone at once needs to have been there, and to be gone', () => {
    const at = (was: number, is: number) =>
      died({ speed: (atS) => (atS < 2 ? 0 : atS < 3 ? 200 : atS < 19 ? was + 20 : atS < 20 ? was : is) });
    expect(at(900, 0)).toMatch(/gone at once/);
    expect(at(900, 300)).not.toMatch(/gone at once/);
    expect(at(560, 0)).not.toMatch(/gone at once/);
  });
  test('a cut that ended shortly before has to do with it; none, or an older one, has not', () => {
    expect(died({ overrunCut: between(17, 19.4, 1, 0) })).toMatch(/overrun cut/);
    expect(died({ overrunCut: between(17, 19, 1, 0) })).not.toMatch(/overrun cut/);
    expect(died({})).toMatch(/nothing that was read says why/);
  });
  test('lean and rich are of the target', () => {
    expect(died({ lambdaOne: 1.04, lambdaTarget: 0.8 })).toMatch(/ran 30 % lean/);
    expect(died({ lambdaOne: 0.75, lambdaTarget: 1 })).toMatch(/ran 25 % rich/);
    expect(died({ lambdaOne: 1.04, lambdaTarget: 1 })).not.toMatch(/lean|rich/);
    expect(died({ lambdaOne: 1.3, lambdaTarget: NaN })).toMatch(/ran 30 % lean/);
  });
});
