import { buf } from 'crc-32';
import fc from 'fast-check';
import { FRAME_KIND, frameBytes, frameOf, type LinkFrame, MOST_PAYLOAD_BYTES } from './frames';
import { sampleBytes, sampleRows } from './samples';

const uint = fc.integer({ min: 0, max: 0xffffffff });
const frames: fc.Arbitrary<LinkFrame> = fc.record({
  kind: fc.constantFrom(...Object.values(FRAME_KIND)),
  more: fc.boolean(),
  answerMe: fc.boolean(),
  session: uint,
  number: uint,
  heard: uint,
  heardBits: uint,
  payload: fc.uint8Array({ maxLength: 200 }),
});

// By hand: shape 3, a message with more to come, session 1, number 2, heard 3, bits 4, "A"; CRC-32 of those 21 bytes.
test('a frame is 20 bytes of head, what it carries, and four of a sum', () => {
  const bytes = frameBytes({
    kind: FRAME_KIND.message,
    more: true,
    answerMe: false,
    session: 1,
    number: 2,
    heard: 3,
    heardBits: 4,
    payload: Uint8Array.of(65),
  });
  expect(Array.from(bytes.subarray(0, 21))).toEqual([
    3, 1, 1, 0, 1, 0, 0, 0, 2, 0, 0, 0, 3, 0, 0, 0, 4, 0, 0, 0, 65,
  ]);
  expect(bytes).toHaveLength(25);
});

test('what was made of a frame is that frame again', () => {
  fc.assert(fc.property(frames, (frame) => expect(frameOf(frameBytes(frame))).toEqual(frame)));
});

test('a frame within other bytes is read from where it stands', () => {
  const frame: LinkFrame = { ...blank, payload: Uint8Array.of(1, 2, 3) };
  const bytes = frameBytes(frame);
  const room = new Uint8Array(bytes.length + 9);
  room.set(bytes, 5);
  expect(frameOf(room.subarray(5, 5 + bytes.length))).toEqual(frame);
});

test('one bit that is another makes it none, and so does a byte less or more', () => {
  fc.assert(
    fc.property(frames, fc.nat(), fc.integer({ min: 0, max: 7 }), (frame, at, bit) => {
      const bytes = frameBytes(frame);
      const spoiled = bytes.slice();
      spoiled[at % bytes.length] = (spoiled[at % bytes.length] as number) ^ (1 << bit);
      expect(frameOf(spoiled)).toBeNull();
      expect(frameOf(bytes.subarray(0, bytes.length - 1))).toBeNull();
      expect(frameOf(Uint8Array.from([...bytes, 0]))).toBeNull();
    }),
  );
});

test('bytes whose sum is right are still none where their shape is another', () => {
  const summed = (bytes: Uint8Array) => {
    const all = new Uint8Array(bytes.length + 4);
    all.set(bytes);
    new DataView(all.buffer).setInt32(bytes.length, buf(bytes), true);
    return all;
  };
  const head = (change: Readonly<Record<number, number>>, length = 20) => {
    const bytes = new Uint8Array(length);
    bytes.set([3, 1, 0, 0].slice(0, length));
    for (const [at, value] of Object.entries(change)) bytes[Number(at)] = value;
    return summed(bytes);
  };
  expect(frameOf(head({}))).not.toBeNull();
  expect(frameOf(head({ 2: 3 }))).toMatchObject({ more: true, answerMe: true });
  const others: [number, number][] = [
    [0, 2],
    [0, 4],
    [1, 0],
    [1, 4],
    [2, 4],
    [3, 1],
  ];
  for (const [at, value] of others)
    expect([at, value, frameOf(head({ [at]: value }))]).toEqual([at, value, null]);
  for (const length of [0, 4, 16, 19]) expect(frameOf(head({}, length))).toBeNull();
  expect(frameOf(head({}, 20 + MOST_PAYLOAD_BYTES))).not.toBeNull();
  expect(frameOf(head({}, 21 + MOST_PAYLOAD_BYTES))).toBeNull();
});

test('it carries so much and no more', () => {
  const full = frameBytes({ ...blank, payload: new Uint8Array(MOST_PAYLOAD_BYTES) });
  expect(frameOf(full)?.payload).toHaveLength(MOST_PAYLOAD_BYTES);
  expect(() => frameBytes({ ...blank, payload: new Uint8Array(MOST_PAYLOAD_BYTES + 1) })).toThrow(RangeError);
  expect(frameOf(new Uint8Array(0))).toBeNull();
  expect(frameOf(new Uint8Array(MOST_PAYLOAD_BYTES + 25))).toBeNull();
});

test('rows of samples come back as they were, also what is not known', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 5 }),
      fc.double(),
      (columns, rows, value) => {
        const made = Array.from({ length: rows }, (_, r) =>
          Array.from({ length: columns }, (__, c) => value + r - c),
        );
        made[0]?.splice(0, 1, NaN);
        const bytes = sampleBytes(made);
        expect(bytes).toHaveLength(rows * columns * 8);
        expect(sampleRows(bytes, columns)?.map((row) => Array.from(row))).toEqual(made);
        expect(sampleRows(bytes.subarray(1), columns)).toBeNull();
      },
    ),
  );
  expect(sampleRows(new Uint8Array(0), 3)).toBeNull();
  expect(sampleRows(new Uint8Array(8), 0)).toBeNull();
  expect(sampleBytes([])).toHaveLength(0);
});

const blank: LinkFrame = {
  kind: FRAME_KIND.message,
  more: false,
  answerMe: false,
  session: 0,
  number: 1,
  heard: 0,
  heardBits: 0,
  payload: new Uint8Array(0),
};
