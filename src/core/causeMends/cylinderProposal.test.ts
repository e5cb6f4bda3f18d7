import { choose } from '@tests/support/everything';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { type Calibration, cylindersSeen } from '../calibration';
import { cylinderProposal } from './index';

const TRIMS = {
  sides: [
    { sensor: 0, cylinders: [1, 2, 3], offLn: Math.log(1.04) },
    { sensor: 1, cylinders: [4, 5, 6], offLn: Math.log(0.96) },
  ],
  standardError: 0.004,
  factors: [1.04, 1.04, 1.04, 0.96, 0.96, 0.96],
};
const banks = (change: (document: Calibration) => void = () => undefined) =>
  demo('ventisca', (document) => {
    for (const [id, place] of [
      ['lambdaOne', 'bankOne'],
      ['lambdaTwo', 'bankTwo'],
    ] as const) {
      choose(document, `sensors.${id}.fitted`, 'yes');
      choose(document, `sensors.${id}.sees`, place);
    }
    change(document);
  });

test('the cylinders that each sensor sees alone', () => {
  const seen = cylindersSeen(banks(), 6);
  expect(seen.map(({ length }) => length)).toEqual([3, 3]);
  expect([...seen.flat()].sort()).toEqual([1, 2, 3, 4, 5, 6]);
  const both = banks((document) => {
    choose(document, 'sensors.lambdaOne.sees', 'all');
    choose(document, 'sensors.lambdaTwo.sees', 'all');
  });
  expect(cylindersSeen(both, 6)).toEqual([[], []]);
  const second = banks((document) => choose(document, 'sensors.lambdaOne.fitted', 'no'));
  expect(cylindersSeen(second, 6)[0]).toEqual([]);
  expect(cylindersSeen(second, 6)[1]).toHaveLength(3);
});

test('of no trims there are new ones, with a reason for each side', () => {
  const without = banks((document) => (document.maps.fuelCylinder = null));
  const proposal = cylinderProposal(without, TRIMS, TEST_DAY);
  expect(proposal?.mapId).toBe('fuelCylinder');
  expect(proposal?.before).toBeNull();
  expect(proposal?.after.values).toEqual([4, 4, 4, -4, -4, -4]);
  expect(proposal?.after.sources[proposal.after.cellSources[0] ?? 0]).toMatchObject({
    kind: 'measured',
    date: TEST_DAY,
  });
  expect(proposal?.reasons.map(({ text }) => text)).toEqual([
    'Cylinders 1, 2, 3: 4.0 % lean of the mean of all, ± 0.4 %.',
    'Cylinders 4, 5, 6: 4.0 % rich of the mean of all, ± 0.4 %.',
  ]);
});

// 1.02 · 1.04 = 1.0608.
test('over trims that are there each is multiplied, and held within its limits', () => {
  const made = cylinderProposal(
    banks((document) => (document.maps.fuelCylinder = null)),
    TRIMS,
    TEST_DAY,
  );
  const two = { ...(made?.after ?? fail()), values: [2, 2, 2, 0, 0, 0] };
  const over = cylinderProposal(
    banks((document) => (document.maps.fuelCylinder = two)),
    TRIMS,
    TEST_DAY,
  );
  expect(over?.before).toEqual(two);
  expect(over?.after.values).toEqual([6.1, 6.1, 6.1, -4, -4, -4]);
  const far = { ...TRIMS, factors: [3, 1, 1, 1, 1, 1] };
  expect(cylinderProposal(banks(), far, TEST_DAY)?.after.values[0]).toBeLessThanOrEqual(50);
  expect(cylinderProposal(banks(), { ...TRIMS, factors: [] }, TEST_DAY)).toBeNull();
});

test('one cylinder is one, and an engine with one has no trims', () => {
  const [first] = TRIMS.sides;
  const alone = { ...TRIMS, sides: [{ ...(first ?? fail()), cylinders: [5] }] };
  expect(cylinderProposal(banks(), alone, TEST_DAY)?.reasons[0]?.text).toMatch(/^Cylinder 5: /);
  const single = banks((document) => {
    document.engine.cylinders = { ...(document.engine.cylinders ?? fail()), amount: 1 };
  });
  expect(cylinderProposal(single, TRIMS, TEST_DAY)).toBeNull();
});

function fail(): never {
  throw new TypeError('There is none');
}
