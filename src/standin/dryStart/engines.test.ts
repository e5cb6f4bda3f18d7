import { type Calibration, usedMaps } from '@/core/calibration';
import type { FuelId } from '@/core/fuels';
import { generatedMap, usualChoices } from '@/core/generators';
import { calibrationFromSheet, ENGINE_SHEETS } from '@/core/starters';
import { programOf, TEST_DAY } from '@tests/support/ventisca';
import { carOf } from '../carOfDocument';
import { DryStart } from './dryStart';

const ORDERS = { 1: [1], 2: [1, 2], 3: [1, 3, 2] } as const;

/** An engine of a few cylinders of Pardela’s, for a fuel, with every map as it is proposed. */
function engineOf(cylinders: keyof typeof ORDERS, fuel: FuelId): Calibration {
  const sheet = ENGINE_SHEETS.find(({ id }) => id === 'pardela');
  if (sheet === undefined) throw new RangeError('pardela');
  const document = calibrationFromSheet(sheet, 'starter', 'Small', TEST_DAY);
  Object.assign(document.engine.cylinders ?? {}, { amount: cylinders });
  Object.assign(document.engine.firingOrder ?? {}, { value: [...ORDERS[cylinders]] });
  Object.assign(document.engine.fuel ?? {}, { value: fuel });
  Object.assign(document.pins, { confirmed: null, assignments: [] });
  for (const id of usedMaps(document)) {
    const generated = generatedMap(document, id, usualChoices(document), TEST_DAY);
    if (document.maps[id] !== null && generated.ok) document.maps[id] = generated.proposal.after;
  }
  return document;
}

function started(document: Calibration, coolantC: number) {
  const program = programOf(document);
  const setup = { coolantC, batteryV: 12.6, seed: 1 };
  return new DryStart(program, carOf(document, program), setup).result().verdict;
}

describe('engines of a few cylinders', () => {
  test.each([1, 2, 3] as const)('one of %d starts and idles, from hard frost to hot', (cylinders) => {
    const document = engineOf(cylinders, 'petrol');
    for (const coolantC of [-20, 0, 20, 80]) {
      const { turnsToCatch, endSpeedRpm } = started(document, coolantC);
      expect(turnsToCatch).not.toBeNull();
      expect(endSpeedRpm).toBeGreaterThan(450);
    }
  });
});

describe('fuels', () => {
  test.each(['petrolOxygenated', 'ethanol60', 'ethanol85', 'methanol'] as const)(
    'with %s a start by the proposals works from thaw to hot',
    (fuel) => {
      const document = engineOf(3, fuel);
      for (const coolantC of [0, 20, 80]) expect(started(document, coolantC).code).toBe('caught');
    },
  );

  test('alcohols do not start in hard frost, where petrol does: the plugs drown before enough is vapour', () => {
    expect(started(engineOf(3, 'petrol'), -20).code).toBe('caught');
    for (const fuel of ['ethanol85', 'methanol'] as const) {
      expect(started(engineOf(3, fuel), -20)).toMatchObject({ code: 'floods', mainFault: 'wetPlug' });
    }
  });
});
