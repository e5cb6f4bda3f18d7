import fc from 'fast-check';
import {
  HIGHEST,
  projected,
  surfaceMesh,
  surfaceShape,
  turned,
  USUAL_VIEW,
  type SurfaceView,
} from './project';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const views: fc.Arbitrary<SurfaceView> = fc.record({
  turnDeg: fc.double({ min: 0, max: 359.9, noNaN: true }),
  tiltDeg: fc.double({ min: 5, max: 90, noNaN: true }),
});

describe('the picture of a surface', () => {
  test('stays within the picture from every side', () => {
    fc.assert(
      fc.property(views, share, share, share, (view, u, v, w) => {
        const { x, y } = projected(view, u, v, w);
        expect(Math.abs(x)).toBeLessThanOrEqual(0.951);
        expect(Math.abs(y)).toBeLessThanOrEqual(HIGHEST);
      }),
    );
  });

  test('higher values stand higher, unless it is seen straight from above', () => {
    fc.assert(
      fc.property(views, share, share, (view, u, v) => {
        fc.pre(view.tiltDeg < 85);
        expect(projected(view, u, v, 1).y).toBeLessThan(projected(view, u, v, 0).y);
      }),
    );
    const above = { turnDeg: 0, tiltDeg: 90 };
    expect(projected(above, 0.3, 0.3, 1).y).toBeCloseTo(projected(above, 0.3, 0.3, 0).y, 9);
  });

  test('every face is drawn once, and one that hides another after it', () => {
    const shape = surfaceShape({
      x: [1, 2, 4, 8],
      y: [10, 20, 30],
      values: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
    });
    fc.assert(
      fc.property(views, (view) => {
        const { faces, columns } = surfaceMesh(shape, view);
        expect([...faces].sort((a, b) => a - b)).toEqual([0, 1, 2, 4, 5, 6]);
        const depth = (face: number) => {
          const [column, row] = [face % columns, Math.floor(face / columns)];
          return projected({ ...view, tiltDeg: 5 }, shape.us[column] ?? 0, shape.vs[row] ?? 0, 0).depth;
        };
        // Within one row of faces they come from the farthest to the nearest.
        for (let i = 1; i < 3; i += 1) {
          expect(depth(faces[i] as number)).toBeLessThanOrEqual(depth(faces[i - 1] as number) + 1e-9);
        }
      }),
    );
  });

  test('turning goes round, tilting is held above the ground', () => {
    expect(turned({ turnDeg: 350, tiltDeg: 30 }, 20, 0).turnDeg).toBeCloseTo(10, 9);
    expect(turned(USUAL_VIEW, 0, 500).tiltDeg).toBe(90);
    expect(turned(USUAL_VIEW, 0, -500).tiltDeg).toBe(5);
  });

  test('a flat map lies in the middle', () => {
    expect([...surfaceShape({ x: [0, 1], y: [0, 1], values: [3, 3, 3, 3] }).ws]).toEqual([
      0.5, 0.5, 0.5, 0.5,
    ]);
  });
});
