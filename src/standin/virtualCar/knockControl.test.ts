import { earlier, heardClean, listening, pulled } from '@tests/support/knocking';
import { knockBaseline } from '@/core/log';

/** Ventisca’s spark may be so many degrees earlier before it knocks: 6° more is 6° too far. */
const TO_THE_LIMIT_DEG = 22;

const DOCUMENT = heardClean(listening());

test('a spark 6° too far is heard and pulled back: hard knock under 1 % after three seconds, and given back', () => {
  const open = pulled(
    earlier(
      listening(({ knock }) => Object.assign(knock, { use: null })),
      TO_THE_LIMIT_DEG + 6,
    ),
  );
  expect(open.laterKnocks / open.laterFirings).toBeGreaterThan(0.4);
  const held = pulled(earlier(DOCUMENT, TO_THE_LIMIT_DEG + 6));
  expect(held.laterKnocks / held.laterFirings).toBeLessThan(0.01);
  expect(held.heard).toBeGreaterThan(20);
  expect(held.mostDeg).toBeGreaterThan(4);
  expect(held.mostDeg).toBeLessThanOrEqual(8);
  expect(held.endDeg).toBe(0);
});

test.each([1, 2, 3])('a clean pull with a loud valve train is left alone, seed %d', (seed) => {
  const errors = [{ id: 'valvesLoud', size: 100 }] as const;
  const document = heardClean(listening(), { errors, seed });
  const pull = pulled(document, { errors, seed: seed + 100 });
  expect(pull.knocks).toBe(0);
  expect(pull.heard).toBe(0);
  expect(pull.mostDeg).toBe(0);
});

test('a pull with knock in it is no clean pull, heard by the loop or not', () => {
  const heard = knockBaseline(pulled(earlier(DOCUMENT, TO_THE_LIMIT_DEG + 6)).log);
  expect(heard).toMatchObject({ ok: false, why: 'knocks' });
  const deaf = earlier(listening(), TO_THE_LIMIT_DEG + 3);
  const { knockThreshold } = deaf.maps;
  const unheard = {
    ...deaf,
    maps: {
      ...deaf.maps,
      knockThreshold: knockThreshold && { ...knockThreshold, values: knockThreshold.values.map(() => 5) },
    },
  };
  const pull = pulled(unheard);
  expect(pull.heard).toBe(0);
  expect(knockBaseline(pull.log)).toMatchObject({ ok: false, why: 'knocks' });
});
