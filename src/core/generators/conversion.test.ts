import {
  type Calibration,
  followersOf,
  leaderOf,
  possibleLeaders,
  relaidWithFollowers,
  usedMaps,
} from '../calibration';
import { AT, read, write } from '../channel';
import { injectionAt } from '../ecu';
import type { LoadStrategy } from '../fuel';
import { sameAxes, weightedAxis } from '../map';
import { scaledPulse, strategySwitch } from './conversion';
import { generatedMap } from './generate';
import { usualChoices } from './generator';
import { livedWeight } from './lived';
import { steadyPoint } from './steadyPoint';
import { demo, programOf, TEST_DAY } from '@tests/support/ventisca';

function switched(document: Calibration, to: LoadStrategy): Calibration {
  const next = structuredClone(document);
  for (const { mapId, converted, kept } of strategySwitch(document, to, usualChoices(document), TEST_DAY)
    .coming) {
    next.maps[mapId] = kept ?? converted?.after ?? null;
  }
  if (next.load.strategy !== null) next.load.strategy.value = to;
  return next;
}

describe('switching the load strategy', () => {
  test('says which maps stay, leave and come', () => {
    const document = demo();
    const change = strategySwitch(document, 'throttle', usualChoices(document), TEST_DAY);
    expect(change.staying).toEqual(['idleAir']);
    expect(change.leaving).toEqual(['ve', 'lambda', 'spark']);
    expect(change.coming.map(({ mapId }) => mapId)).toEqual([
      'veThrottle',
      'lambdaThrottle',
      'sparkThrottle',
    ]);
    const counted = demo('pardela');
    expect(
      strategySwitch(counted, 'throttle', usualChoices(counted), TEST_DAY).coming.map(({ mapId }) => mapId),
    ).toEqual(['veThrottle', 'lambdaThrottle', 'sparkThrottle', 'idleAir']);
    const meter = strategySwitch(document, 'airMass', usualChoices(document), TEST_DAY);
    expect(meter).toMatchObject({ staying: ['lambda', 'spark', 'idleAir'], leaving: ['ve'], coming: [] });
  });

  test.each(['throttle', 'throttlePressure', 'pulseWidth'] as const)(
    'to %s keeps the fuel within a few percent where the old maps were right, steady and warm',
    (to) => {
      const document = demo('pardela');
      const next = switched(document, to);
      const [was, is] = [programOf(document), programOf(next)];
      for (const [speedRpm, manifoldKpa] of [
        [1200, 42],
        [1200, 50],
        [2500, 50],
        [4000, 70],
        [6000, 92],
      ] as const) {
        const point = { speed: speedRpm, manifoldPressure: manifoldKpa, coolant: 85, air: 37, battery: 14 };
        const before = injectionAt(was, steadyPoint(document, was, point));
        const after = injectionAt(is, steadyPoint(next, is, point));
        expect(Math.abs(after.fuelMg / before.fuelMg - 1)).toBeLessThan(0.065);
      }
    },
  );

  test('and back finds the maps that were kept, cell for cell', () => {
    const document = demo();
    const back = switched(switched(document, 'throttle'), 'speedDensity');
    expect(back.maps.ve).toEqual(document.maps.ve);
    expect(usedMaps(back)).toEqual(usedMaps(document));
  });

  test('from a meter, filling cannot be computed and is proposed from the description', () => {
    const metered = demo('ventisca', (document) => {
      if (document.load.strategy !== null) document.load.strategy.value = 'airMass';
      document.maps.ve = null;
    });
    const [coming] = strategySwitch(metered, 'speedDensity', usualChoices(metered), TEST_DAY).coming;
    expect(coming?.converted?.after.values).toEqual(demo().maps.ve?.values);
  });

  test('names what is missing where it cannot compute', () => {
    const bare = demo('ventisca', ({ idle }) => {
      idle.hotSpeed = null;
    });
    const [coming] = strategySwitch(bare, 'throttle', usualChoices(bare), TEST_DAY).coming;
    expect(coming).toMatchObject({ converted: null, missing: ['idle.hotSpeed'] });
  });
});

describe('a steady point', () => {
  const at = { speed: 3000, manifoldPressure: 55, coolant: 85, air: 25, battery: 14 };

  test('has the pedal pressed, so that no overrun cut empties the figures', () => {
    const cutting = demo('ventisca', ({ overrun }) => {
      if (overrun.pressureBelow !== null) overrun.pressureBelow.amount = 80;
    });
    const model = programOf(cutting);
    const closed = steadyPoint(cutting, model, at);
    write(closed, AT.throttle, 0);
    expect(injectionAt(model, closed).fuelMg).toBe(0);
    expect(injectionAt(model, steadyPoint(cutting, model, at)).fuelMg).toBeGreaterThan(5);
  });

  test('by throttle has the opening that gives its pressure, by a meter the air', () => {
    const throttled = switched(demo(), 'throttle');
    const opening = read(steadyPoint(throttled, programOf(throttled), at), AT.throttle);
    expect(opening).toBeGreaterThan(5);
    expect(opening).toBeLessThan(60);
    const higher = read(
      steadyPoint(throttled, programOf(throttled), { ...at, manifoldPressure: 70 }),
      AT.throttle,
    );
    expect(higher).toBeGreaterThan(opening);
  });
});

describe('a changed target with a plain pulse', () => {
  const plain = switched(demo(), 'pulseWidth');
  const { pulse, lambda } = plain.maps;
  if (pulse === null || lambda === null) throw new Error('No maps');

  test('scales the pulse where the target changed, by old over new, and nowhere else', () => {
    const richer = {
      ...lambda,
      values: lambda.values.map((value, i) => (i < lambda.x.length ? value * 0.9 : value)),
    };
    const proposal = scaledPulse(pulse, lambda, richer, TEST_DAY);
    expect(sameAxes(pulse, proposal?.after ?? pulse)).toBe(true);
    expect((proposal?.after.values[0] as number) / (pulse.values[0] as number)).toBeCloseTo(1 / 0.9, 2);
    expect(proposal?.after.values.at(-1)).toBe(pulse.values.at(-1));
  });

  test('is nothing when nothing changed', () => {
    expect(scaledPulse(pulse, lambda, structuredClone(lambda), TEST_DAY)).toBeNull();
  });
});

describe('coupled axes', () => {
  const coupled = demo('ventisca', (document) => {
    document.couplings = [{ map: 'lambda', to: 've' }];
  });
  const source = { kind: 'computed', date: TEST_DAY } as const;

  test('follow: the follower is laid anew with its leader, and reports its own change', () => {
    const ve = coupled.maps.ve as NonNullable<Calibration['maps']['ve']>;
    const y = ve.y.filter((_, i) => i !== 5);
    const relaid = relaidWithFollowers(coupled, 've', { y }, () => ({ kind: 'hold' }), source);
    expect(relaid.map(({ mapId }) => mapId)).toEqual(['ve', 'lambda']);
    for (const { after } of relaid) expect(after.y).toEqual(y);
    expect(relaid[0]?.change.change).not.toBe(0);
    expect(leaderOf(coupled, 'lambda')).toBe('ve');
    expect(followersOf(coupled, 've')).toEqual(['lambda']);
  });

  test('never make a chain: a follower cannot lead, a leader cannot follow', () => {
    expect(possibleLeaders(coupled, 'spark')).toEqual(['ve']);
    expect(possibleLeaders(coupled, 've')).toEqual([]);
    expect(possibleLeaders(coupled, 'cranking')).toContain('warmUp');
    expect(possibleLeaders(coupled, 'cranking')).not.toContain('ve');
  });

  test('a map proposed anew while empty stands on its leader’s breakpoints', () => {
    const empty = demo('ventisca', (document) => {
      document.couplings = [{ map: 'lambda', to: 've' }];
      document.maps.lambda = null;
      if (document.maps.ve !== null) document.maps.ve.x[1] = 850;
    });
    const result = generatedMap(empty, 'lambda', usualChoices(empty), TEST_DAY);
    expect(result.ok && result.proposal.after.x[1]).toBe(850);
  });
});

describe('breakpoints where the engine lives', () => {
  const document = demo();
  test.each([
    ['speed', 500, 7400, 1000, 3000],
    ['manifoldPressure', 20, 165, 30, 110],
    ['throttle', 0, 100, 5, 60],
    ['coolant', -40, 110, 0, 90],
  ] as const)(
    '%s: closer together where it lives, ends kept, increasing',
    (channel, from, to, busy, quiet) => {
      const weight = livedWeight(document, channel);
      if (weight === null) throw new Error('No weight');
      const axis = weightedAxis(from, to, 16, weight, 0);
      expect([axis[0], axis.at(-1)]).toEqual([from, to]);
      axis.forEach((value, i) => expect(value).toBeGreaterThan(axis[i - 1] ?? -Infinity));
      const gap = (at: number) => {
        const above = axis.findIndex((value) => value > at);
        return (axis[above] as number) - (axis[above - 1] as number);
      };
      expect(gap(busy)).toBeLessThan(gap(quiet));
    },
  );

  test('nothing is known of channels like gear', () => {
    expect(livedWeight(document, 'gear')).toBeNull();
  });
});
