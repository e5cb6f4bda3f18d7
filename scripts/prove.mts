/**
 * Acceptance of the virtual car on fresh seeds: both demos over seeds, temperatures and batteries, sweeps of cranking and prime
 * fuel, an engine as described. Prints what was reached and the worst; exits with 1 where a line is not met.
 * Usage: npm run prove [-- first seed]
 */
import type { Calibration } from '@/core/calibration';
import { calibrationFromSheet, ENGINE_SHEETS } from '@/core/starters';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { carOf } from '@/standin/carOfDocument';
import { DryStart, type StartVerdict } from '@/standin/dryStart';
import { demo, programOf } from '@tests/support/ventisca';

const DEMOS = ['ventisca', 'pardela'] as const;
const TEMPERATURES = [-20, -10, 0, 20, 40, 80];
const BATTERIES = [12.8, 12.4, 11.8];
const SEEDS = 25;
const firstSeed = Number(process.argv[2] ?? Date.now() % 100_000);
let missed = 0;

function say(met: boolean, text: string): void {
  if (!met) missed += 1;
  console.log(`${met ? 'met   ' : 'MISSED'} ${text}`);
}

interface Given {
  readonly program: EcuProgram;
  readonly car: Car;
}

const given = (document: Calibration): Given => {
  const program = programOf(document);
  return { program, car: carOf(document, program) };
};

function verdict({ program, car }: Given, coolantC: number, batteryV: number, seed: number): StartVerdict {
  return new DryStart(program, car, { coolantC, batteryV, seed }).result().verdict;
}

const scaled = (id: (typeof DEMOS)[number], by: { readonly cranking: number; readonly prime: number }) =>
  given(
    demo(id, ({ maps }) => {
      for (const map of ['cranking', 'prime'] as const) {
        const data = maps[map];
        if (data !== null) data.values = data.values.map((value) => value * by[map]);
      }
    }),
  );

console.log(`seeds ${firstSeed} to ${firstSeed + SEEDS - 1}`);
for (const id of DEMOS) {
  const built = given(demo(id));
  for (const batteryV of BATTERIES) {
    for (const coolantC of TEMPERATURES) {
      const all = Array.from({ length: SEEDS }, (_, i) => verdict(built, coolantC, batteryV, firstSeed + i));
      const slowest = Math.max(...all.map(({ turnsToCatch }) => turnsToCatch ?? Infinity));
      const failed = all.findIndex(({ code }) => code !== 'caught');
      const worst = failed < 0 ? '' : `; worst: seed ${firstSeed + failed} ${all[failed]?.code}`;
      say(
        failed < 0,
        `${id} ${coolantC} °C, ${batteryV} V: ${all.filter(({ code }) => code === 'caught').length} of ${SEEDS} caught, ${slowest.toFixed(1)} turns at most${worst}`,
      );
    }
  }
  const below = [-25, -30, -35].map(
    (coolantC) => `${coolantC} °C ${verdict(built, coolantC, 12.6, firstSeed).code}`,
  );
  console.log(`       ${id} in harder frost: ${below.join(', ')}`);
}

/** A verdict as one of the bands along fuel: too little, runs, too much. */
function bandOf({ code, mainFault, turnsToCatch }: StartVerdict): 'lean' | 'runs' | 'rich' | 'other' {
  if (turnsToCatch !== null) return 'runs';
  if (code === 'cranksLean' || mainFault === 'tooLean' || mainFault === 'noFuel') return 'lean';
  return code === 'floods' || mainFault === 'tooRich' || mainFault === 'wetPlug' ? 'rich' : 'other';
}

const FACTORS = Array.from({ length: 40 }, (_, i) => 0.1 * Math.pow(80, i / 39));
for (const id of DEMOS) {
  for (const coolantC of [-20, -10, 0, 20, 40, 60, 80]) {
    for (const [name, by] of [
      ['cranking fuel', (factor: number) => ({ cranking: factor, prime: 1 })],
      ['prime and cranking fuel', (factor: number) => ({ cranking: factor, prime: factor })],
    ] as const) {
      const bands = FACTORS.map((factor) =>
        bandOf(verdict(scaled(id, by(factor)), coolantC, 12.6, firstSeed)),
      );
      const turns = bands.filter((band, i) => band !== bands[i - 1]);
      say(turns.length <= 3, `${id} ${coolantC} °C by ${name} × 0.1 … 8: ${turns.join(', ')}`);
    }
    const four = bandOf(verdict(scaled(id, { cranking: 4, prime: 1 }), coolantC, 12.6, firstSeed));
    const quarter = bandOf(verdict(scaled(id, { cranking: 0.25, prime: 1 }), coolantC, 12.6, firstSeed));
    say(
      coolantC > 60 || (four === 'rich' && quarter === 'lean'),
      `${id} ${coolantC} °C: × 4 ${four}, × 0.25 ${quarter}`,
    );
  }
}

for (const sheet of ENGINE_SHEETS) {
  const document = calibrationFromSheet(sheet, 'starter', sheet.name, '2026-11-25');
  const program = programOf(document);
  for (const coolantC of [-20, 20, 80]) {
    const all = Array.from({ length: SEEDS }, (_, i) =>
      verdict({ program, car: carOf(document, program, firstSeed + i) }, coolantC, 12.6, firstSeed + i),
    );
    const runs = all.filter(({ turnsToCatch }) => turnsToCatch !== null).length;
    const asAsked = all.filter(({ code }) => code === 'caught').length;
    say(
      runs === SEEDS,
      `${sheet.id} as described, ${coolantC} °C: ${runs} of ${SEEDS} run, ${asAsked} as asked`,
    );
  }
}
console.log(missed === 0 ? 'all met' : `${missed} missed`);
process.exitCode = missed === 0 ? 0 : 1;
