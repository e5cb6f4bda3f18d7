import { sectionSum } from '@/core/ecuImage';
import type { CellWrite, EcuMemory, LearnedCells, WorkAsk } from '@/link';

type Sections = Record<string, { values: number[] }>;

/** The memory of a small engine computer: two maps, and a part. */
export function smallBox() {
  const made = (): Sections => ({
    ve: { values: [60, 61, 62, 63] },
    spark: { values: [10, 20] },
    engine: { values: [86] },
  });
  const box = {
    running: made(),
    stored: made(),
    generation: 1,
    turning: false,
    learned: null as LearnedCells | null,
    forgotten: [] as (readonly number[] | null)[],
    worked: null as WorkAsk | null,
    holds: 0,
  };
  const sums = (of: Sections) =>
    Object.fromEntries(Object.entries(of).map(([id, is]) => [id, sectionSum(id, is)]));
  const memory: EcuMemory = {
    name: 'Box',
    serial: 'B-1',
    firmware: '1',
    documentVersion: 5,
    learns: () => box.learned !== null,
    contents: () => ({
      calibration: 'Trial',
      running: sums(box.running),
      stored: sums(box.stored),
      generation: box.generation,
      turning: box.turning,
    }),
    section: (of, id) => box[of][id],
    sumOf: sectionSum,
    write(section, cells: readonly CellWrite[], sum, left) {
      const is = box.running[section];
      if (is === undefined) return { refused: 'noSection' };
      const values = [...is.values];
      for (const { index, value } of cells) {
        if (index >= values.length) return { refused: 'badCell' };
        values[index] = value;
      }
      if (sectionSum(section, { values }) !== sum) return { refused: 'otherSum' };
      if (left !== null && box.learned === null) return { refused: 'noLearned' };
      box.running = { ...box.running, [section]: { values } };
      if (left !== null) box.learned = left;
      return null;
    },
    run(sections) {
      if (box.turning) return { refused: 'turning' };
      if (Object.values(sections).some((content) => content === null))
        return { refused: 'notUsable', detail: 'Empty.' };
      box.running = { ...box.running, ...(sections as Sections) };
      return null;
    },
    store() {
      box.stored = structuredClone(box.running);
      box.generation += 1;
      return Promise.resolve(box.generation);
    },
    learned: () => box.learned,
    forget: (cells) => void box.forgotten.push(cells),
    beginWork(ask) {
      if (box.turning) return { refused: 'workTurning' };
      box.worked = ask;
      return null;
    },
    holdWork: () => void (box.holds += 1),
    endWork: () => void (box.worked = null),
  };
  return { box, memory };
}
