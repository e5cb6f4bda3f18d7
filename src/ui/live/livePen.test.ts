import { livePen } from './livePen';

/** A canvas that can be handed over once, as a browser's. */
function canvasOf(pen: object | null): { canvas: HTMLCanvasElement; handed: () => number } {
  const canvas = document.createElement('canvas');
  let handed = 0;
  Object.assign(canvas, {
    transferControlToOffscreen: () => {
      handed += 1;
      if (handed > 1) throw new Error('InvalidStateError');
      return { getContext: () => pen };
    },
  });
  return { canvas, handed: () => handed };
}

const SIZE = { width: 100, height: 40.4 };
const penOf = () => {
  const set: string[] = [];
  const sizes: Record<string, number> = { width: 300, height: 150 };
  const canvas = {};
  for (const side of ['width', 'height']) {
    Object.defineProperty(canvas, side, {
      get: () => sizes[side],
      set: (px: number) => {
        sizes[side] = px;
        set.push(`${side} ${px}`);
      },
    });
  }
  return { pen: { canvas, setTransform: (...given: number[]) => set.push(given.join(' ')) }, set };
};

afterEach(() => Object.assign(window, { devicePixelRatio: 1 }));

test('a canvas is handed over once, and is as fine as the screen', () => {
  Object.assign(window, { devicePixelRatio: 2 });
  const { pen, set } = penOf();
  const { canvas, handed } = canvasOf(pen);
  expect(livePen(canvas, SIZE)).toBe(pen);
  expect(set).toEqual(['width 200', 'height 81', '2 0 0 2 0 0']);
  set.length = 0;
  expect(livePen(canvas, SIZE)).toBe(pen);
  // Given its size again it would be blank.
  expect(set).toEqual(['2 0 0 2 0 0']);
  expect(handed()).toBe(1);
  set.length = 0;
  livePen(canvas, { width: 0, height: 0 });
  expect(set).toEqual(['width 1', 'height 1', '2 0 0 2 0 0']);
});

test('a browser that hands none over draws on the canvas itself; without a canvas or a pen nothing is drawn', () => {
  const canvas = document.createElement('canvas');
  const { pen } = penOf();
  jest.spyOn(canvas, 'getContext').mockReturnValue(pen as never);
  expect(livePen(canvas, SIZE)).toBe(pen);
  expect(livePen(null, SIZE)).toBeNull();
  expect(livePen(canvasOf(null).canvas, SIZE)).toBeNull();
});
