import type { Calibration } from '@/core/calibration';
import { generatedMap, usualChoices } from '@/core/generators';
import { TEST_DAY } from './ventisca';

const source = { kind: 'measured', date: TEST_DAY } as const;

/**
 * A charged engine as described, with a spring of so many kPa and a valve that brings it to a goal: its boost valve takes the pin of the
 * tachometer. Maps of boost as they are proposed.
 */
export function boosted(from: Calibration, springKpa: number, goalKpa: number): Calibration {
  const document = structuredClone(from);
  const { engine, boost, limits, pins, outputs } = document;
  document.standIn = 'described';
  engine.boostLimit = { amount: springKpa, unit: 'kPaAbs', source };
  engine.maxManifoldPressure = { amount: goalKpa, unit: 'kPaAbs', source };
  engine.chargerRatio = { amount: 2.6, unit: ':1', source };
  boost.use = { value: 'yes', source };
  boost.regulatesFrom = { amount: springKpa - 8, unit: 'kPaAbs', source };
  limits.use = { value: 'no', source };
  document.protection.boost.act = { value: 'off', source };
  document.outputs = outputs.map((output) =>
    output.purpose === 'tachometer'
      ? { ...output, id: 'boostvalve', name: 'Boost valve', purpose: 'boostValve', pulsesPerTurn: null }
      : output,
  );
  pins.confirmed = null;
  for (const wire of pins.assignments) {
    if (wire.function === 'output-tachometer') wire.function = 'output-boostvalve';
  }
  for (const id of ['boostTarget', 'boostDuty'] as const) {
    const generated = generatedMap(document, id, usualChoices(document), TEST_DAY);
    if (!generated.ok) throw new TypeError(`${id} lacks ${generated.missing.join()}`);
    document.maps[id] = generated.proposal.after;
  }
  return document;
}
