import type { StartVerdict } from '@/standin/dryStart';
import { demo } from '@tests/support/ventisca';
import { DEMOS, type Demo, type Given, given, say, verdict } from './report.mts';

const TEMPERATURES = [-20, -10, 0, 20, 40, 60, 80];
const FACTORS = Array.from({ length: 40 }, (_, i) => 0.1 * Math.pow(80, i / 39));

const scaled = (id: Demo, by: { readonly cranking: number; readonly prime: number }): Given =>
  given(
    demo(id, ({ maps }) => {
      for (const map of ['cranking', 'prime'] as const) {
        const data = maps[map];
        if (data !== null) data.values = data.values.map((value) => value * by[map]);
      }
    }),
  );

/** A verdict as one of the bands along fuel: too little, runs, too much. */
function bandOf({ code, mainFault, turnsToCatch }: StartVerdict): 'lean' | 'runs' | 'rich' | 'other' {
  if (turnsToCatch !== null) return 'runs';
  if (code === 'cranksLean' || mainFault === 'tooLean' || mainFault === 'noFuel') return 'lean';
  return code === 'floods' || mainFault === 'tooRich' || mainFault === 'wetPlug' ? 'rich' : 'other';
}

/** Along cranking fuel, alone and with prime, there is one band each of lean, runs and rich. */
export function proveBands(seed: number): void {
  for (const id of DEMOS) {
    for (const coolantC of TEMPERATURES) {
      for (const [name, by] of [
        ['cranking fuel', (factor: number) => ({ cranking: factor, prime: 1 })],
        ['prime and cranking fuel', (factor: number) => ({ cranking: factor, prime: factor })],
      ] as const) {
        const bands = FACTORS.map((factor) => bandOf(verdict(scaled(id, by(factor)), coolantC, 12.6, seed)));
        const turns = bands.filter((band, i) => band !== bands[i - 1]);
        say(turns.length <= 3, `${id} ${coolantC} °C by ${name} × 0.1 … 8: ${turns.join(', ')}`);
      }
      const four = bandOf(verdict(scaled(id, { cranking: 4, prime: 1 }), coolantC, 12.6, seed));
      const quarter = bandOf(verdict(scaled(id, { cranking: 0.25, prime: 1 }), coolantC, 12.6, seed));
      say(
        coolantC > 60 || (four === 'rich' && quarter === 'lean'),
        `${id} ${coolantC} °C: × 4 ${four}, × 0.25 ${quarter}`,
      );
    }
  }
}
