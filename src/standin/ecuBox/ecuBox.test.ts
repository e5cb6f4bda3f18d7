import { demo } from '@tests/support/ventisca';
import { buildSum, cellsFrom, documentOf, imageOf, imageSums, sectionSum } from '@/core/ecuImage';
import { type EcuProgram, MAP_DEFINITIONS, MAP_IDS } from '@/core/program';
import { EcuBox, factoryFlash } from './ecuBox';
import { type Flash, isWhole, wholeSlots } from './flash';

const document = demo();
const ve = document.maps.ve ?? { x: [], y: [], values: [], sources: [], cellSources: [] };

function box(flash: Flash = factoryFlash(document)) {
  const programs: EcuProgram[] = [];
  const flashes: Flash[] = [];
  const made = new EcuBox(
    flash,
    (program) => programs.push(program),
    (now) => flashes.push(now),
  );
  return { made, programs, flashes };
}

const raised = (by: number) => ve.values.map((value) => value + by);
const write = (made: EcuBox, values: number[]) =>
  made.write(
    'maps.ve',
    values.map((value, index) => ({ index, value })),
    sectionSum('maps.ve', { ...ve, values }),
  );
const stepped = (made: EcuBox, times = 100) => {
  for (let i = 0; i < times; i += 1) made.step();
};
const veOf = (made: EcuBox, of: 'running' | 'stored') => (made.section(of, 'maps.ve') as typeof ve).values;

test('it wakes with what it came with, and says so section by section', () => {
  const { made } = box();
  const contents = made.contents(false);
  expect(contents.running).toEqual(imageSums(imageOf(document)));
  expect(contents.stored).toEqual(contents.running);
  expect(contents).toMatchObject({ calibration: document.name, generation: 1, turning: false });
  const read = documentOf(
    Object.fromEntries(Object.keys(contents.running).map((id) => [id, made.section('running', id)])),
  );
  expect(read.ok && { ...read.document, review: document.review, lineage: document.lineage }).toEqual(
    document,
  );
  expect(made.section('running', 'nothing')).toBeUndefined();
});

test('cells are written into the numbers that are being read, all of them or none', () => {
  const { made, programs } = box();
  const table = made.program.tables.ve?.values;
  expect(write(made, raised(1))).toBeNull();
  expect(made.program.tables.ve?.values).toBe(table);
  expect(Array.from(table ?? [])).toEqual(raised(1));
  expect(veOf(made, 'stored')).toEqual(ve.values);
  expect(programs).toEqual([]);
  const before = veOf(made, 'running');
  const refusals = [
    made.write('maps.ve', [{ index: 0, value: 50 }], 1),
    made.write(
      'maps.ve',
      [
        { index: 0, value: 50 },
        { index: 9999, value: 1 },
      ],
      1,
    ),
    made.write('maps.ve', [{ index: 0, value: 1e6 }], 1),
    made.write('maps.ve', [{ index: 0, value: -1 }], 1),
    made.write('engine', [], 1),
    made.write('maps.nothing', [], 1),
  ];
  expect(refusals.map((is) => is?.refused)).toEqual([
    'otherSum',
    'badCell',
    'badCell',
    'badCell',
    'noSection',
    'noSection',
  ]);
  expect(veOf(made, 'running')).toEqual(before);
  expect(Array.from(table ?? [])).toEqual(before);
});

test('a cell at its very limit is taken, one beyond it takes the others with it, and a map that is not there takes none', () => {
  const { made } = box();
  const { min, max } = MAP_DEFINITIONS.ve;
  const written = (cells: { index: number; value: number }[]) => {
    const values = [...veOf(made, 'running')];
    for (const { index, value } of cells) values[index] = value;
    return made.write('maps.ve', cells, sectionSum('maps.ve', { ...ve, values }))?.refused ?? 'taken';
  };
  expect(written([{ index: 0, value: max }])).toBe('taken');
  expect(
    written([
      { index: 1, value: 60 },
      { index: 2, value: max + 0.1 },
    ]),
  ).toBe('badCell');
  expect(
    written([
      { index: 1, value: min - 0.1 },
      { index: 2, value: 60 },
    ]),
  ).toBe('badCell');
  const absent = MAP_IDS.find((id) => document.maps[id] === null);
  expect(made.write(`maps.${absent ?? ''}`, [], 1)).toMatchObject({ refused: 'noSection' });
});

test('another build goes in whole, while the engine stands, and is told', () => {
  const { made, programs } = box();
  const injectors = { ...document.injectors, ratedFlow: null };
  const other = { ...document, overrun: { ...document.overrun }, name: 'Other' };
  expect(made.run({ injectors }, false)).toMatchObject({
    refused: 'notUsable',
    detail: expect.stringContaining('Rated flow'),
  });
  expect(made.run({ injectors: 7 }, false)).toMatchObject({ refused: 'notUsable' });
  const wider = { ...document.engine, bore: { ...document.engine.bore, amount: 90 } };
  expect(made.run({ engine: wider }, true)).toEqual({ refused: 'turning' });
  expect(made.document.engine).toEqual(document.engine);
  const build = made.build;
  expect(made.run({ engine: wider }, false)).toBeNull();
  expect(made.document.engine).toEqual(wider);
  expect(made.build).not.toBe(build);
  expect(programs).toEqual([made.program]);
  // Cells alone, and the name, go in while it turns.
  expect(made.run({ 'maps.ve': { ...ve, values: raised(2) }, about: imageOf(other).about }, true)).toBeNull();
  expect(made.contents(true)).toMatchObject({ calibration: 'Other', turning: true });
  expect(programs).toHaveLength(1);
  expect(Array.from(made.program.tables.ve?.values ?? [])).toEqual(raised(2));
});

test('what was not stored is gone without power, and what was stored is there', async () => {
  const { made, flashes } = box();
  write(made, raised(1));
  made.powerLost();
  made.boot();
  expect(veOf(made, 'running')).toEqual(ve.values);
  write(made, raised(2));
  const stored = made.store();
  stepped(made);
  expect(await stored).toBe(2);
  made.powerLost();
  made.boot();
  expect(veOf(made, 'running')).toEqual(raised(2));
  expect(Array.from(made.program.tables.ve?.values ?? [])).toEqual(raised(2));
  // A box that wakes with what was kept is the same one.
  expect(veOf(box(flashes.at(-1)).made, 'running')).toEqual(raised(2));
  expect(flashes).toHaveLength(2);
});

test('power lost at any step of a store, again and again, leaves the state before or the one after', async () => {
  const { made, flashes } = box();
  write(made, raised(1));
  let steps = 0;
  const first = made.store();
  while (made.contents(false).generation === 1) {
    made.step();
    steps += 1;
  }
  await first;
  expect(steps).toBeGreaterThan(5);
  let flash = flashes.at(-1) as Flash;
  let wasBy = 1;
  let whole = 0;
  // Texts differ in length by a few digits: by a step, at most.
  for (let at = 0; at <= steps + 1; at += 1) {
    const begun = box(flash);
    write(begun.made, raised(at + 2));
    const { generation } = begun.made.contents(false);
    void begun.made.store();
    stepped(begun.made, at);
    const isWritten = begun.made.contents(false).generation > generation;
    if (isWritten) whole += 1;
    begun.made.powerLost();
    stepped(begun.made);
    begun.made.boot();
    if (isWritten) wasBy = at + 2;
    expect(veOf(begun.made, 'running')).toEqual(raised(wasBy));
    expect(imageSums(imageOf(begun.made.document))).toEqual(
      imageSums(imageOf({ ...document, maps: { ...document.maps, ve: { ...ve, values: raised(wasBy) } } })),
    );
    // What is kept of it outside wakes alike, also a half-written slot.
    flash = begun.flashes.at(-1) ?? flash;
    expect(veOf(box(flash).made, 'running')).toEqual(raised(wasBy));
  }
  expect(whole).toBeGreaterThan(0);
  expect(whole).toBeLessThan(4);
});

test('the two slots take turns, and one that was spoiled is not taken', async () => {
  const { made, flashes } = box();
  for (let i = 1; i <= 3; i += 1) {
    write(made, raised(i));
    const stored = made.store();
    stepped(made);
    expect(await stored).toBe(i + 1);
  }
  const flash = flashes.at(-1) as Flash;
  expect(wholeSlots(flash).map(({ generation }) => generation)).toEqual([4, 3]);
  const [last] = wholeSlots(flash);
  const spoiled: Flash = {
    slots: flash.slots.map((slot) =>
      slot === last && slot !== undefined ? { ...slot, text: slot.text.replace('7', '8') } : slot,
    ) as unknown as Flash['slots'],
  };
  expect(spoiled.slots.map(isWhole).filter(Boolean)).toHaveLength(1);
  expect(veOf(box(spoiled).made, 'running')).toEqual(raised(2));
  expect(() => box({ slots: [null, null] })).toThrow('Neither slot');
});

test('a slot that holds no calibration that runs is passed over', () => {
  const { flashes, made } = box();
  const stored = made.store();
  stepped(made);
  void stored;
  const flash = flashes.at(-1) as Flash;
  const [last, before] = wholeSlots(flash);
  const none = { ...(last as NonNullable<typeof last>), text: '{}', sum: 0 };
  const sums = { ...none, sum: 0x811c9dc5 };
  expect(isWhole(none)).toBe(false);
  expect(isWhole(sums)).toBe(false);
  expect(before?.generation).toBe(1);
});

test('builds are told apart by an axis and by the hardware, not by a cell', () => {
  const image = imageOf(document);
  const sum = buildSum(image);
  expect(buildSum({ ...image, 'maps.ve': { ...ve, values: raised(1) } })).toBe(sum);
  expect(buildSum({ ...image, about: null })).toBe(sum);
  expect(buildSum({ ...image, 'maps.ve': { ...ve, x: ve.x.map((x) => x + 1) } })).not.toBe(sum);
  expect(buildSum({ ...image, 'maps.ve': null })).not.toBe(sum);
  expect(buildSum({ ...image, coils: {} })).not.toBe(sum);
});

test('cells that differ are found where breakpoints are the same, and a source is no difference', () => {
  const other = { ...ve, values: ve.values.map((value, i) => (i === 3 || i === 7 ? value + 1 : value)) };
  expect(cellsFrom(other, ve)).toEqual([
    { index: 3, value: other.values[3] },
    { index: 7, value: other.values[7] },
  ]);
  expect(cellsFrom({ ...other, x: other.x.map((x) => x + 1) }, ve)).toBeNull();
  expect(cellsFrom(other, { ...ve, y: ve.y.slice(1) })).toBeNull();
  const vouched = { ...ve, sources: ve.sources.map((source) => ({ ...source, note: 'seen' })) };
  expect(sectionSum('maps.ve', vouched)).toBe(sectionSum('maps.ve', ve));
  expect(sectionSum('maps.ve', other)).not.toBe(sectionSum('maps.ve', ve));
});
