import { lookUpMap } from '@/core/numeric';
import { builtLike, type HeldCar, heldLambda } from '@tests/support/heldSpeed';
import { demo } from '@tests/support/ventisca';

/** Idle to the top, closed to wide open, in a short set; `npm run prove` walks the whole plane. */
const POINTS = [
  [1000, 0],
  [1000, 100],
  [2000, 4],
  [3000, 8],
  [3000, 30],
  [4500, 12],
  [4500, 100],
  [6500, 0],
  [7000, 60],
  [7000, 100],
] as const;

describe.each(['ventisca', 'pardela'] as const)('%s at a held speed, warm and steady', (id) => {
  test.each(POINTS)(
    '%d rev/min at %d %% pedal: lambda is the target by filling and flow, within 0.3 %%',
    (rpm, pedal) => {
      for (const flow of [0.9, 1.12]) {
        const { lambda, expected, shown } = heldLambda(
          builtLike(demo(id), { filling: 1.05, flow }),
          rpm,
          pedal,
        );
        expect(Math.abs(lambda / expected - 1)).toBeLessThan(0.003);
        expect(Math.abs(shown / lambda - 1)).toBeLessThan(0.02);
      }
    },
  );

  test('a leak of one part in a hundred is seen', () => {
    const held: HeldCar = builtLike(demo(id), { filling: 1, flow: 1 });
    const { expected, kpa } = heldLambda(held, 3000, 30);
    const leaking = heldLambda(held, 3000, 30, { lost: 0.01 });
    expect(Math.abs(leaking.lambda / expected - 1)).toBeGreaterThan(0.006);
    expect(lookUpMap(held.metal.ve, 3000, kpa)).toBeGreaterThan(20);
  });
});
