import { encodingOf } from './encoding';

const utf8 = (text: string) => new TextEncoder().encode(text);
const wide = (text: string, little: boolean) =>
  Uint8Array.from(
    [...text].flatMap((letter) => {
      const code = letter.charCodeAt(0);
      return little ? [code & 255, code >> 8] : [code >> 8, code & 255];
    }),
  );

test.each<readonly [string, number[], string, number]>([
  ['a mark of UTF-8', [0xef, 0xbb, 0xbf, 65], 'utf-8', 3],
  ['part of one', [0xef, 0xbb, 65], 'windows-1252', 0],
  ['a mark with the little end first', [0xff, 0xfe, 65, 0], 'utf-16le', 2],
  ['another part of one', [0xef, 65, 0xbf], 'windows-1252', 0],
  ['its end alone', [65, 0xbb, 0xbf], 'windows-1252', 0],
  ['its very end alone', [65, 66, 0xbf], 'windows-1252', 0],
  ['half of one', [0xff, 65], 'windows-1252', 0],
  ['the other half', [65, 0xfe], 'windows-1252', 0],
  ['and of that', [65, 0xff], 'windows-1252', 0],
  ['a mark with the big end first', [0xfe, 0xff, 0, 65], 'utf-16be', 2],
  ['half of that', [0xfe, 65], 'windows-1252', 0],
  ['nothing', [], 'utf-8', 0],
])('%s', (_, bytes, encoding, skip) => {
  expect(encodingOf(Uint8Array.from(bytes))).toEqual({ encoding, skip });
});

test('without a mark, letters of two bytes are told by every other being nothing', () => {
  expect(encodingOf(wide('Time,RPM', true)).encoding).toBe('utf-16le');
  expect(encodingOf(wide('Time,RPM', false)).encoding).toBe('utf-16be');
  // A single one is no sign of that.
  expect(encodingOf(Uint8Array.from([65, 0, 66, 67, 68, 69, 70, 71])).encoding).toBe('utf-8');
});

test.each(['Time,RPM', 'Öl °C', 'λ', '時間', '🦉'])(
  '“%s” is UTF-8, also where its end is cut off',
  (text) => {
    const bytes = utf8(`${text}${text}`);
    for (let length = 1; length <= bytes.length; length += 1) {
      expect(encodingOf(bytes.subarray(0, length)).encoding).toBe('utf-8');
    }
  },
);

test.each([
  ['a letter of old alone', [0xf6, 0x6c]],
  ['what goes on without a beginning', [0x41, 0x80, 0x41]],
  ['a beginning of two that does not go on', [0xc3, 0x41]],
  ['of three that ends early', [0xe2, 0x82, 0x41]],
  ['of four that ends early', [0xf0, 0x9f, 0xa6, 0x41]],
  ['no beginning at all', [0xff, 0x41, 0x41, 0x41]],
])('%s is a code page of old', (_, bytes) => {
  expect(encodingOf(Uint8Array.from(bytes)).encoding).toBe('windows-1252');
});
