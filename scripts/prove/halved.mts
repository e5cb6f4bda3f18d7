import { STEP_S } from '@/standin/virtualCar';
import { demo } from '@tests/support/ventisca';
import { DEMOS, given, say, started } from './report.mts';

const TEMPERATURES = [-20, -10, 0, 20, 40, 80];
const SEEDS = 4;
const WITHIN = 0.005;

/** With a time step half as long: the same verdicts, and the same speed at the end. */
export function proveHalved(firstSeed: number): void {
  for (const id of DEMOS) {
    const built = given(demo(id));
    let other = 0;
    let worst = { off: 0, at: '' };
    for (const coolantC of TEMPERATURES) {
      for (let i = 0; i < SEEDS; i += 1) {
        const seed = firstSeed + i;
        const [whole, half] = [STEP_S, STEP_S / 2].map(
          (stepS) => started(built, coolantC, 12.6, seed, stepS).verdict,
        );
        if (whole === undefined || half === undefined) throw new RangeError('There are two steps');
        if (whole.code !== half.code) other += 1;
        const off = Math.abs(whole.endSpeedRpm / half.endSpeedRpm - 1);
        if (off > worst.off) worst = { off, at: `${coolantC} °C, seed ${seed}` };
      }
    }
    say(
      other === 0 && worst.off < WITHIN,
      `${id} with half the step: ${other} other verdicts of ${TEMPERATURES.length * SEEDS}, speed ${(100 * worst.off).toFixed(3)} % off at most (${worst.at})`,
    );
  }
}
