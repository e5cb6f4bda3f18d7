import { faceHeight, paintTrend, paintWords } from './face';
import { addToTrend, emptyTrend } from './trend';

const ROOM = { width: 100, number: 44, text: 1 };
const COLOURS = { number: 'red', unit: 'grey', trend: 'blue', detail: 'pink' };

/** What is painted: each piece of text with its colour, its size and its place; lines, and what was cleared. */
function painter() {
  const texts: string[] = [];
  const lines: string[] = [];
  const cleared: number[][] = [];
  let moved = [0, 0];
  const pen = {
    font: '',
    fillStyle: '',
    strokeStyle: '',
    lineWidth: 0,
    lineJoin: '',
    measureText: (of: string) => ({
      width: of.length * (pen.font.startsWith('44px') ? 20 : 6),
      fontBoundingBoxAscent: pen.font.startsWith('44px') ? 44 : 13,
      fontBoundingBoxDescent: pen.font.startsWith('44px') ? 9 : 3,
    }),
    fillText: (of: string, x: number, y: number) =>
      void texts.push(`${of} ${pen.fillStyle} ${pen.font.split(' ')[0]} ${x},${y}`),
    clearRect: (...box: number[]) => void cleared.push(box),
    save: () => undefined,
    restore: () => (moved = [0, 0]),
    translate: (x: number, y: number) => (moved = [x, y]),
    beginPath: () => undefined,
    moveTo: (x: number, y: number) => void lines.push(`M${x + Number(moved[0])},${y + Number(moved[1])}`),
    lineTo: (x: number, y: number) => void lines.push(`L${x + Number(moved[0])},${y + Number(moved[1])}`),
    stroke: () => void lines.push(`${pen.strokeStyle} ${pen.lineWidth}`),
  };
  return { pen: pen as never, texts, lines, cleared };
}

// By hand: a line of 48 px for the number, 18 for the trend and 18 for the words.
test('it is as high as its number, its trend and a line of words', () => {
  expect(faceHeight(ROOM)).toBe(84);
  expect(faceHeight({ number: 58, text: 1.2 })).toBeCloseTo(62 + 18 + 21.6, 9);
});

test('the unit stands behind the number on its line, what is said at the bottom', () => {
  const { pen, texts, cleared } = painter();
  paintWords(pen, { value: '85', unit: '°C', detail: 'above 80' }, ROOM, COLOURS);
  expect(texts).toEqual([
    '8 red 44px 0,41.5',
    '5 red 44px 20,41.5',
    '°C grey 13px 44,41.5',
    'above 80 pink 13px 0,80',
  ]);
  expect(cleared).toEqual([
    [0, 0, 100, 48],
    [0, 66, 100, 18],
  ]);
});

test('words that have no room end with an ellipsis; a number is never cut', () => {
  const { pen, texts } = painter();
  paintWords(
    pen,
    { value: '123456', unit: 'rev/min', detail: 'sensor in fault: not measured' },
    ROOM,
    COLOURS,
  );
  expect(texts.filter((text) => text.includes('red'))).toHaveLength(6);
  expect(texts.at(-1)).toBe('sensor in fault… pink 13px 0,80');
});

// By hand: two numbers, the last two of 200 on 100 px; 16.5 px high, three quarters of a pixel below the top of its place.
test('the trend lies between them and clears nothing else', () => {
  const { pen, lines, cleared } = painter();
  const trend = emptyTrend();
  addToTrend(trend, 10);
  addToTrend(trend, 20);
  paintTrend(pen, trend, ROOM, COLOURS);
  expect(lines[0]).toMatch(/^M99\.49\d*,65\.25$/);
  expect(lines.slice(1)).toEqual(['L100,48.75', 'blue 1.5']);
  expect(cleared).toEqual([[0, 48, 100, 18]]);
});
