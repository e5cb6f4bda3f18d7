import type { TriggerWheel } from '../trigger';
import { beginTurn, isConfirmed, noteEdge } from './confirm';
import { decoderOf, SYNC } from './decoder';
import { decoderAtRest, type DecoderState } from './decoderState';
import { crankEdge } from './edges';

const wheel = (teeth: number, missing: number): TriggerWheel => ({
  kind: 'missing',
  teeth,
  missing,
  tdcOffsetDeg: 84,
  cam: null,
});
/** Times of the edges of a turn of 11 teeth with these waits in ms where they are not 10, s. */
const turn = (waits: Readonly<Record<number, number>> = {}): number[] => {
  const edges = [0];
  for (let i = 0; i < 12; i += 1) edges.push((edges[i] as number) + (waits[i] ?? 10) / 1000);
  return edges;
};
const state = (of: Partial<DecoderState>): DecoderState => ({ ...decoderAtRest(), ...of });

describe('a gap of two places, confirmed', () => {
  // A five: firings are 4.8 places apart. First gap against 2.8…4.8, last against 10 − 4.8 = 5.2…7.2.
  const five = decoderOf(wheel(12, 1), 5, false);
  const confirmed = (waits: Readonly<Record<number, number>>, gapS = 0.02, beforeS = 0.02) =>
    isConfirmed(five, state({ sinceGapS: turn(waits), gapS, beforeS }));

  test('between two teeth time is shared out', () => {
    expect(confirmed({})).toBe(true);
    // Place 4…5 in 30 ms: 28…64 is 36 ms, √(20/36) = 0.745; in 40: 28…72 is 44, √(20/44) = 0.674. The limit: √½ = 0.707.
    expect(confirmed({ 4: 30 })).toBe(true);
    expect(confirmed({ 4: 40 })).toBe(false);
    // Half of the place 2…3 counts for nothing, its last fifth does: 100 ms there is 20 ms more and 2 less.
    expect(confirmed({ 2: 90 })).toBe(true);
    expect(confirmed({ 2: 130 })).toBe(false);
    // Of the place 7…8 a fifth: 7.2 is 2 ms on; 100 ms make it 20, √(20/38) = 0.725; 120 make it 24, √(20/42) = 0.69.
    expect(confirmed({ 7: 100 })).toBe(true);
    expect(confirmed({ 7: 120 })).toBe(false);
  });

  test('both gaps count, and neither limit itself is met', () => {
    expect(confirmed({}, 0.02, 0.0102)).toBe(true);
    expect(confirmed({}, 0.02, 0.0098)).toBe(false);
    expect(confirmed({}, 0.0098, 0.02)).toBe(false);
    expect(confirmed({}, 0.0245, 0.0245)).toBe(false);
    expect(confirmed({}, 0.0244, 0.0244)).toBe(true);
  });

  test('a turn of which too little is known confirms nothing', () => {
    expect(isConfirmed(five, state({ sinceGapS: turn().slice(0, 6), gapS: 0.02, beforeS: 0.02 }))).toBe(
      false,
    );
  });

  test('a turn begins with the edge behind the gap, one before the last', () => {
    const told = state({ edgeS: 3, periodS: 0.01, beforeS: 0.021, sinceGapS: [1, 2] });
    beginTurn(five, told);
    expect(told).toMatchObject({ gapS: 0.021, sinceGapS: [2.99, 3] });
    const fine = state({ edgeS: 3, periodS: 0.01, beforeS: 0.021 });
    beginTurn(decoderOf(wheel(60, 2), 5, false), fine);
    expect(fine).toMatchObject({ gapS: 0, sinceGapS: [] });
  });

  test('edges are kept from the second behind the gap to the one behind the next', () => {
    const kept = [0, 1, 2, 11, 12, 13].map((tooth) => {
      const noted = state({ tooth, edgeS: 4 });
      noteEdge(five, noted);
      return noted.sinceGapS.length;
    });
    expect(kept).toEqual([0, 0, 1, 1, 1, 0]);
    const fine = state({ tooth: 5 });
    noteEdge(decoderOf(wheel(60, 2), 5, false), fine);
    expect(fine.sinceGapS).toEqual([]);
  });
});

describe('a fine wheel', () => {
  /** Turns of 8 − 2 as a single has it: six teeth 10 ms apart, the gap 30, one wait of the second turn another. */
  const found = (waitMs: number, at = 3) => {
    const single = decoderOf(wheel(8, 2), 1, false);
    expect(single.confirmed).toBeNull();
    const to = decoderAtRest();
    let timeS = 1;
    crankEdge(single, to, timeS);
    const waits = [
      10,
      10,
      10,
      30,
      ...[10, 10, 10, 10, 10].map((usual, i) => (i === at ? waitMs : usual)),
      30,
      10,
    ];
    for (const ms of waits) crankEdge(single, to, (timeS += ms / 1000));
    return to.sync === SYNC.position;
  };

  test('with a wait that is neither gap nor plain tooth is not believed', () => {
    expect(found(10)).toBe(true);
    // A gap is told from √(2 · 3) = 2.45 on; up to 1.45 a wait is a plain tooth.
    expect(found(14.4)).toBe(true);
    expect(found(14.6)).toBe(false);
    expect(found(20)).toBe(false);
    expect(found(24, 2)).toBe(false);
  });
});
