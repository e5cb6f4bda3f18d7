import { between, drawnLog } from '@tests/support/drawnLog';
import { PHASE } from '../channel';
import { pullsOf } from './index';

type Drawn = Parameters<typeof drawnLog>[0];

describe('pulls', () => {
  const pulled = (speed: (atS: number) => number, more: Drawn = {}) =>
    pullsOf(drawnLog({ phase: PHASE.running, throttle: between(5, 25, 80, 5), speed, gear: 3, ...more })).map(
      ({ from, to, fromRpm, toRpm, gear }) => [from / 50, to / 50, fromRpm, toRpm, gear],
    );
  const rising = (atS: number) => 2000 + 200 * Math.max(0, atS - 5);
  test('from where the foot goes down to where speed was highest', () => {
    expect(pulled(rising)).toEqual([[5, 24.98, 2000, expect.closeTo(5996, 0) as number, 3]]);
  });
  test('speed that first falls begins at its lowest, and a gear change ends one', () => {
    const [dipped] = pulled((atS) => (atS < 6 ? 2100 - 100 * (atS - 5) : 2000 + 200 * (atS - 6)));
    expect(dipped?.slice(0, 3)).toEqual([6, 24.98, 2000]);
    const shifted = pulled((atS) => (atS < 15 ? rising(atS) : 2500 + 200 * (atS - 15)), {
      gear: (atS) => (atS < 15 ? 2 : 3),
    });
    expect(shifted.map(([fromS, toS, , , gear]) => [fromS, toS, gear])).toEqual([
      [5, 14.98, 2],
      [15, 24.98, 3],
    ]);
  });
  test('a cycle that differs is no end; what rises too little, or is cut, is no pull', () => {
    expect(pulled((atS) => rising(atS) + 50 * Math.sin(20 * atS))).toHaveLength(1);
    expect(pulled((atS) => 2000 + 30 * Math.max(0, atS - 5))).toEqual([]);
    expect(pulled(rising, { cutShare: between(15, 25, 50, 0) })[0]?.[1]).toBe(14.98);
    expect(pulled(rising, { throttle: 40 })).toEqual([]);
  });
});
