import { builtLike, heldLambda } from '@tests/support/heldSpeed';
import { demo } from '@tests/support/ventisca';
import { DEMOS, say } from './report.mts';

const SPEEDS = [900, 1200, 1600, 2200, 3000, 4000, 5000, 6000, 7000];
const PEDALS = [0, 3, 6, 10, 16, 25, 40, 60, 100];
const WITHIN = 0.003;
/** The engine computer takes no pressure for less than 5 kPa: behind it the mixture has to be off. */
const SEEN_FROM_KPA = 5.05;

/** At every held speed and pedal lambda is what target, filling and flow make it, with a filling and flow by seed. */
export function proveSteady(seed: number): void {
  for (const id of DEMOS) {
    const filling = 0.85 + 0.3 * ((seed * 0.618) % 1);
    const flow = 0.88 + 0.24 * ((seed * 0.414) % 1);
    const held = builtLike(demo(id), { filling, flow });
    const points = SPEEDS.flatMap((rpm) =>
      PEDALS.map((pedal) => {
        const { lambda, expected, kpa } = heldLambda(held, rpm, pedal);
        return { rpm, pedal, kpa, off: Math.abs(lambda / expected - 1) };
      }),
    );
    const seen = points.filter(({ kpa }) => kpa > SEEN_FROM_KPA);
    const worst = seen.reduce((most, point) => (point.off > most.off ? point : most));
    say(
      worst.off < WITHIN,
      `${id} with ${filling.toFixed(3)} of its filling and ${flow.toFixed(3)} of its flow, ${seen.length} of ${points.length} held points above 5 kPa: ${(100 * worst.off).toFixed(3)} % off at most, at ${worst.rpm} rev/min and ${worst.pedal} %`,
    );
  }
}
