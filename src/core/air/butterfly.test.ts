import fc from 'fast-check';
import { positionUncovering, uncoveredShare } from './butterfly';

describe('a butterfly', () => {
  test('half way uncovers 1 − cos 45° of its opening; shut nothing, open all, and no more beyond', () => {
    expect(uncoveredShare(50)).toBeCloseTo(0.292893, 6);
    expect([-5, 0, 100, 130].map(uncoveredShare).map((share) => share.toFixed(9))).toEqual([
      '0.000000000',
      '0.000000000',
      '1.000000000',
      '1.000000000',
    ]);
  });

  test('the position for a share is the share’s other way round, and stays on the plate', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 100, noNaN: true }), (percent) => {
        expect(positionUncovering(uncoveredShare(percent))).toBeCloseTo(percent, 6);
      }),
    );
    expect([positionUncovering(-1), positionUncovering(3)]).toEqual([0, 100]);
  });
});
