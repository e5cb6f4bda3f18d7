import fc from 'fast-check';
import { AT, type ChannelValues, type Frame, frameOf, PHASE, write } from '../../channel';
import { type Grid, lookUpMap } from '../../numeric';
import { USUAL_DELAY } from '../delay';
import { demo, programOf } from '@tests/support/ventisca';
import { looped } from '@tests/support/looped';
import { cellState, nextGoal, reachable } from './goal';
import { mappingSensorsOf, type MappingTask, mappingTaskOf } from './task';
import {
  copiedMapping,
  type MappedCells,
  mappedCells,
  type Mapping,
  mappingAtRest,
  sensorsApart,
  takeSample,
} from './mapping';

const grid = (values = new Array<number>(20).fill(60)): Grid => ({
  x: Float64Array.of(1000, 2000, 3000, 4000, 5000),
  y: Float64Array.of(30, 50, 70, 90),
  values: Float64Array.from(values),
});
const TASK: MappingTask = {
  grid: grid(),
  load: 'manifoldPressure',
  displacementCm3: 1600,
  barometricKpa: 98,
  pulse: null,
  blended: null,
  now: null,
  delay: USUAL_DELAY,
  sensors: ['lambdaOne', 'lambdaTwo'],
  ends: { lambdaOne: { min: 0.7, max: 1.3 }, lambdaTwo: { min: 0.65, max: 1.4 } },
};
const AIM = { holdS: 3, tolerance: 0.02 };
const RUNNING: ChannelValues = {
  phase: PHASE.running,
  coolant: 85,
  air: 20,
  lambdaTarget: 0.9,
  lambdaOne: 0.9,
  lambdaTwo: 0.9,
  lambdaTrim: 1,
  lambdaTrimTwo: 1,
  learnedTrim: 1,
  warmUp: 1,
  afterStart: 1,
  acceleration: 1,
  vePercent: 60,
  speed: 2000,
  manifoldPressure: 50,
};

/** An engine held for so long at each place, fifty samples a second. */
function held(
  places: readonly (ChannelValues & { readonly forS: number })[],
  task = TASK,
  mapping = mappingAtRest(),
): Mapping {
  let timeS = mapping.recent.timeS.at(-1) ?? 10;
  for (const { forS, ...values } of places) {
    const frame: Frame = frameOf({ ...RUNNING, ...values });
    for (let i = 0; i < forS * 50; i += 1) {
      timeS += 0.02;
      write(frame, AT.time, timeS);
      takeSample(mapping, task, frame);
    }
  }
  return mapping;
}
const at = (cells: MappedCells, column: number, row: number) => column + 5 * row;
const cellsOf = (mapping: Mapping, task = TASK) => mappedCells(mapping, task);

describe('what was held', () => {
  // 0.99 measured, 0.9 asked: the filling must be 1.1 times what it was.
  test('ten per cent lean at a cell: ten per cent more filling there, and seconds of evidence', () => {
    const cells = cellsOf(held([{ forS: 8, lambdaOne: 0.99, lambdaTwo: 0.99 }]));
    const index = at(cells, 1, 1);
    expect(Math.exp(cells.change[index] ?? 0)).toBeCloseTo(1.1, 2);
    expect(cells.found[index]).toBeCloseTo(Math.log(1.1), 6);
    expect(cells.evidenceS[index]).toBeGreaterThan(5);
    expect(cells.evidenceS[index]).toBeLessThan(8);
    expect(cells.provenS[index]).toBeCloseTo(cells.evidenceS[index] ?? 0, 6);
  });

  test('a trim of the loop is part of what was given', () => {
    const cells = cellsOf(held([{ forS: 6, lambdaTrim: 1.05, lambdaTrimTwo: 1.05 }]));
    expect(cells.found[at(cells, 1, 1)]).toBeCloseTo(Math.log(1.05), 6);
  });

  test('of two sensors their mean; of one that is chosen, its own', () => {
    const places = [{ forS: 6, lambdaOne: 0.945, lambdaTwo: 0.855 }];
    const both = cellsOf(held(places));
    expect(both.found[at(both, 1, 1)]).toBeCloseTo(0, 6);
    const own = { ...TASK, sensors: ['lambdaOne'] as const };
    const one = cellsOf(held(places, own), own);
    expect(one.found[at(one, 1, 1)]).toBeCloseTo(Math.log(1.05), 6);
  });

  test('between four cells each has its share, and none of them is proved by it', () => {
    const cells = cellsOf(
      held([{ forS: 8, speed: 2500, manifoldPressure: 60, lambdaOne: 0.99, lambdaTwo: 0.99 }]),
    );
    const four = [at(cells, 1, 1), at(cells, 2, 1), at(cells, 1, 2), at(cells, 2, 2)];
    const evidence = four.map((index) => cells.evidenceS[index] ?? 0);
    for (const one of evidence) expect(one).toBeCloseTo(evidence[0] ?? 0, 6);
    expect(four.map((index) => cells.provenS[index])).toEqual([0, 0, 0, 0]);
    expect(cellState(cells, four[0] ?? 0, AIM)).toBe('held');
  });

  test.each<[string, ChannelValues, string]>([
    ['cold', { coolant: 40 }, 'cold'],
    ['in warm-up', { warmUp: 1.1 }, 'cold'],
    ['after its start', { afterStart: 1.1 }, 'afterStart'],
    ['in overrun cut', { overrunCut: 1 }, 'overrunCut'],
    ['not running', { phase: PHASE.off }, 'notRunning'],
    ['without lambda', { lambdaOne: NaN, lambdaTwo: NaN }, 'noLambda'],
    ['beyond the map', { manifoldPressure: 180 }, 'beyondMap'],
  ])('%s nothing counts, and why is known', (_, values, why) => {
    const mapping = held([{ forS: 4, ...values }]);
    expect(mapping.leftOut).toBe(why);
    expect(mapping.places.size).toBe(0);
  });

  test('while it moves nothing counts, and at rest it does again', () => {
    const mapping = mappingAtRest();
    for (let i = 0; i < 20; i += 1) {
      held([{ forS: 0.2, manifoldPressure: i % 2 === 0 ? 40 : 80 }], TASK, mapping);
    }
    expect(mapping.leftOut).toBe('unsteady');
    expect(cellsOf(mapping).provenS.every((seconds) => seconds < 0.3)).toBe(true);
    held([{ forS: 5 }], TASK, mapping);
    expect(mapping.leftOut).toBeNull();
  });

  test('it does not grow with time, and a copy goes on by itself', () => {
    const mapping = held([{ forS: 60 }]);
    const [rows, places] = [mapping.recent.timeS.length, mapping.places.size];
    const copy = copiedMapping(mapping);
    held([{ forS: 60 }], TASK, mapping);
    expect(mapping.recent.timeS.length).toBeLessThanOrEqual(rows + 20);
    expect(mapping.places.size).toBe(places);
    const [is, was] = [mapping, copy].map((one) => cellsOf(one).provenS[6] ?? 0);
    expect((is ?? 0) - (was ?? 0)).toBeCloseTo(60, 0);
  });

  test('a gap, or a clock that was set back, is a new beginning that loses nothing known', () => {
    const mapping = held([{ forS: 6 }]);
    const before = cellsOf(mapping).provenS[6] ?? 0;
    const frame = frameOf({ ...RUNNING, time: 500 });
    takeSample(mapping, TASK, frame);
    expect(mapping.recent.timeS).toEqual([500]);
    write(frame, AT.time, 3);
    takeSample(mapping, TASK, frame);
    expect(mapping.recent.timeS).toEqual([3]);
    expect(cellsOf(mapping).provenS[6]).toBe(before);
  });

  test('it looks five times a second, once a reading can have come, and at a time that stands still not at all', () => {
    const mapping = mappingAtRest();
    const frame = frameOf(RUNNING);
    const looked: number[] = [];
    for (let i = 0; i < 500; i += 1) {
      write(frame, AT.time, 10 + 0.02 * i);
      if (takeSample(mapping, TASK, frame)) looked.push(0.02 * i);
      expect(takeSample(mapping, TASK, frame)).toBe(false);
    }
    expect(looked[0]).toBeGreaterThan(0.6);
    expect(looked[0]).toBeLessThan(3.2);
    for (let i = 1; i < looked.length; i += 1) {
      expect((looked[i] ?? 0) - (looked[i - 1] ?? 0)).toBeGreaterThan(0.19);
      expect((looked[i] ?? 0) - (looked[i - 1] ?? 0)).toBeLessThan(0.23);
    }
    expect(mapping.recent.timeS.length).toBe(new Set(mapping.recent.timeS).size);
  });

  test('a copy that goes on comes to the same, and leaves the other as it was', () => {
    const mapping = held([{ forS: 5 }]);
    const [copy, kept] = [copiedMapping(mapping), JSON.stringify(cellsOf(mapping).provenS)];
    held([{ forS: 1, lambdaOne: 0.95 }], TASK, copy);
    expect(JSON.stringify(cellsOf(mapping).provenS)).toBe(kept);
    held([{ forS: 1, lambdaOne: 0.95 }], TASK, mapping);
    expect(copy).toEqual(mapping);
  });

  test('every part of a cell is a place of its own, and no two cells share one', () => {
    const mapping = mappingAtRest();
    const parts = [0.1, 0.35, 0.6, 0.85];
    for (const speed of [1000, 2000, 3000]) {
      for (const x of parts) {
        for (const load of [30, 50]) {
          for (const y of parts) {
            held([{ forS: 2, speed: speed + 1000 * x, manifoldPressure: load + 20 * y }], TASK, mapping);
          }
        }
      }
    }
    // What was passed on the way from one to the next lies in their own parts.
    expect(mapping.places.size).toBe(3 * 4 * 2 * 4);
  });

  test('what was driven with another filling while it was held proves nothing of the map', () => {
    const mapping = held([{ forS: 8, vePercent: 66 }]);
    const cells = cellsOf(mapping);
    expect(cells.driven[6]).toBeCloseTo(Math.log(1.1), 6);
    // Its mixture was right with a tenth more.
    expect(cells.found[6]).toBeCloseTo(Math.log(1.1), 6);
    expect(cells.provenS[6]).toBe(0);
    expect(cellState(cells, 6, AIM)).toBe('corrected');
    held([{ forS: 1.2 }], TASK, mapping);
    expect(cellsOf(mapping).provenS[6]).toBeGreaterThan(0.1);
    expect(cellState(cellsOf(mapping), 6, AIM)).toBe('held');
  });

  test('near a cell it counts by its share, and further off than that not at all', () => {
    // 30 % of the way to the next speed: 0.7 of 8 s.
    const near = cellsOf(held([{ forS: 10, speed: 2300 }]));
    expect((near.provenS[6] ?? 0) / (near.evidenceS[6] ?? 0)).toBeCloseTo(1, 6);
    expect(near.provenS[7]).toBe(0);
    expect((near.evidenceS[7] ?? 0) / (near.evidenceS[6] ?? 0)).toBeCloseTo(3 / 7, 3);
    const up = cellsOf(held([{ forS: 10, manifoldPressure: 65 }]));
    expect(up.provenS[11]).toBeCloseTo(up.evidenceS[11] ?? 0, 6);
    expect(up.provenS[6]).toBe(0);
    const both = cellsOf(held([{ forS: 10, speed: 2900, manifoldPressure: 68 }]));
    expect(both.provenS[12]).toBeCloseTo(both.evidenceS[12] ?? 0, 6);
  });

  test('held anywhere for any error, the change there is that error', () => {
    const within = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        within(1100, 4900),
        within(32, 88),
        within(0.85, 1.15),
        (speed, manifoldPressure, times) => {
          const lambda = 0.9 * times;
          const cells = cellsOf(
            held([{ forS: 8, speed, manifoldPressure, lambdaOne: lambda, lambdaTwo: lambda }]),
          );
          const known = Array.from(cells.found).filter(Number.isFinite);
          for (const one of known) expect(one).toBeCloseTo(Math.log(times), 6);
          expect(cells.evidenceS.reduce((sum, one) => sum + one, 0)).toBeGreaterThan(5);
        },
      ),
      { numRuns: 15 },
    );
  });
});

describe('a correction', () => {
  const lean = { lambdaOne: 0.99, lambdaTwo: 0.99 } as const;
  const after: MappingTask = { ...TASK, grid: grid(new Array<number>(20).fill(66)) };

  test('that was taken waits to be driven, and proves itself once it was', () => {
    const mapping = held([{ forS: 8, ...lean }]);
    const index = 6;
    expect(cellState(cellsOf(mapping), index, AIM)).toBe('off');
    const taken = cellsOf(mapping, after);
    expect(taken.found[index]).toBeCloseTo(0, 3);
    expect(taken.provenS[index]).toBe(0);
    expect(cellState(taken, index, AIM)).toBe('corrected');
    held([{ forS: 8, vePercent: 66 }], after, mapping);
    const driven = cellsOf(mapping, after);
    expect(cellState(driven, index, AIM)).toBe('right');
    expect(driven.provenS[index]).toBeGreaterThan(4);
  });

  test('that was wrong shows itself as soon as it is driven: what was held before counts no more', () => {
    const mapping = held([{ forS: 30, ...lean }]);
    held([{ forS: 8, vePercent: 66, lambdaOne: 0.855, lambdaTwo: 0.855 }], after, mapping);
    const cells = cellsOf(mapping, after);
    expect(cells.found[6]).toBeCloseTo(Math.log(0.95), 6);
    expect(cellState(cells, 6, AIM)).toBe('off');
  });
});

describe('a map that is steep', () => {
  /** Filling that rises by a third from row to row. */
  const steep: MappingTask = {
    ...TASK,
    grid: grid(Array.from({ length: 20 }, (_, i) => 40 * 1.33 ** Math.floor(i / 5))),
  };
  const ve = (kpa: number) => lookUpMap(steep.grid, 2000, kpa);

  test('what is driven about a place is that place, however its filling changes within a part of it', () => {
    const mapping = mappingAtRest();
    for (let i = 0; i < 10; i += 1) {
      const manifoldPressure = i % 2 === 0 ? 50.3 : 53.5;
      held([{ forS: 1.5, manifoldPressure, vePercent: ve(manifoldPressure) }], steep, mapping);
    }
    expect(mapping.places.size).toBe(1);
    expect(cellsOf(mapping, steep).provenS[6]).toBeGreaterThan(9);
  });

  test('along the speed too', () => {
    const along: MappingTask = {
      ...TASK,
      grid: grid(Array.from({ length: 20 }, (_, i) => 40 * 1.33 ** (i % 5))),
    };
    const mapping = mappingAtRest();
    for (let i = 0; i < 10; i += 1) {
      const speed = i % 2 === 0 ? 2020 : 2180;
      held([{ forS: 1.5, speed, vePercent: lookUpMap(along.grid, speed, 50) }], along, mapping);
    }
    expect(mapping.places.size).toBe(1);
    expect(cellsOf(mapping, along).provenS[6]).toBeGreaterThan(9);
  });

  test('a filling that was changed since is another, by half a per cent', () => {
    const mapping = held([{ forS: 6, vePercent: ve(50) }], steep);
    const by = (times: number): MappingTask => ({
      ...steep,
      grid: grid(Array.from(steep.grid.values, (value) => value * times)),
    });
    expect(cellsOf(mapping, by(1.004)).provenS[6]).toBeGreaterThan(3);
    expect(cellsOf(mapping, by(1.006)).provenS[6]).toBe(0);
  });
});

describe('the map that it began with', () => {
  test('is what the change is smooth against: a row that nobody holds follows, and does not swing up by every correction', () => {
    // The third row is held a little above and a little below by turns; what is measured there differs by 1.2 %.
    const mapping = mappingAtRest();
    let values = new Array<number>(20).fill(60);
    let task = TASK;
    for (let round = 0; round < 8; round += 1) {
      for (const [manifoldPressure, off] of [
        [68, -0.06],
        [72.5, -0.048],
        [50, -0.05],
      ] as const) {
        const is = lookUpMap(task.grid, 3000, manifoldPressure);
        const lambda = (0.9 * 60 * (1 + off)) / is;
        held(
          [{ forS: 5, speed: 3000, manifoldPressure, vePercent: is, lambdaOne: lambda, lambdaTwo: lambda }],
          task,
          mapping,
        );
      }
      const { change, evidenceS } = mappedCells(mapping, task);
      values = values.map((value, i) =>
        (evidenceS[i] ?? 0) < 0.1 ? value : value * Math.exp(change[i] ?? 0),
      );
      task = { ...TASK, grid: grid(values) };
    }
    // The row above would have to be 4.4 % more for both to fit, each correction a step of it; its neighbours are 5 to 6 % less.
    expect(Math.abs((values[12] ?? 0) / 60 - 0.943)).toBeLessThan(0.01);
    expect((values[17] ?? 0) / 60).toBeLessThan(1.025);
  });

  test('a map of other axes is another map: what was held says nothing of it', () => {
    const mapping = held([{ forS: 6 }]);
    const other: MappingTask = { ...TASK, grid: { ...grid(), y: Float64Array.of(30, 50, 75, 90) } };
    const frame = frameOf({ ...RUNNING, time: 16.1 });
    takeSample(mapping, TASK, frame);
    expect(mapping.places.size).toBe(1);
    takeSample(mapping, other, frame);
    expect(mapping.places.size).toBe(0);
    expect(mapping.first).toBe(other.grid);
  });
});

describe('two sensors', () => {
  test('their mixtures apart, each with its own trim', () => {
    const apart = sensorsApart(held([{ forS: 10, lambdaOne: 0.92, lambdaTwo: 0.88 }]));
    expect(apart?.ln).toBeCloseTo(Math.log(0.92 / 0.88), 6);
    expect(apart?.forS).toBeGreaterThan(6);
    const trimmed = sensorsApart(held([{ forS: 10, lambdaTrim: 0.9, lambdaTrimTwo: 1 }]));
    expect(trimmed?.ln).toBeCloseTo(Math.log(0.9), 6);
    const both = sensorsApart(held([{ forS: 10, lambdaTrim: 1.02, lambdaTrimTwo: 0.95 }]));
    expect(both?.ln).toBeCloseTo(Math.log(1.02 / 0.95), 6);
  });

  test('one that is at an end of its line only says "at least": no comparison', () => {
    const apart = (lambdaOne: number, lambdaTwo: number) =>
      sensorsApart(held([{ forS: 8, lambdaOne, lambdaTwo, lambdaTarget: 0.8 }]))?.ln ?? null;
    expect(apart(0.7, 0.75)).toBeNull();
    expect(apart(0.706, 0.75)).toBeNull();
    expect(apart(0.72, 0.75)).toBeCloseTo(Math.log(0.72 / 0.75), 6);
    expect(apart(0.75, 0.65)).toBeNull();
    expect(apart(0.75, 0.7)).toBeCloseTo(Math.log(0.75 / 0.7), 6);
    expect(apart(1.29, 1.2)).toBeNull();
    expect(apart(1.2, 1.39)).toBeNull();
    expect(apart(1.2, 1.32)).toBeCloseTo(Math.log(1.2 / 1.32), 6);
  });

  test('one that does not read, or none beside it, is no comparison', () => {
    expect(sensorsApart(held([{ forS: 6, lambdaTwo: NaN }]))).toBeNull();
    const own = { ...TASK, sensors: ['lambdaOne'] as const };
    expect(sensorsApart(held([{ forS: 6 }], own))).toBeNull();
    expect(sensorsApart(mappingAtRest())).toBeNull();
  });
});

describe('what a program is mapped against', () => {
  const program = programOf(demo());

  test('its filling map, the sensors that are chosen and fitted, and how far each can say', () => {
    const task = mappingTaskOf(program, ['lambdaTwo']);
    expect(task).toMatchObject({ load: 'manifoldPressure', sensors: ['lambdaTwo'], grid: program.tables.ve });
    expect(task?.ends).toEqual({ lambdaOne: { min: 0.7, max: 1.3 }, lambdaTwo: { min: 0.7, max: 1.3 } });
    expect(mappingTaskOf(program, [])?.sensors).toEqual(['lambdaOne', 'lambdaTwo']);
    expect(mappingSensorsOf(programOf(demo('pardela')))).toEqual(['lambdaOne']);
    expect(mappingTaskOf(programOf(demo('pardela')), ['lambdaTwo'])?.sensors).toEqual(['lambdaOne']);
  });

  test('the delay of its closed loop, where it has one', () => {
    const delay = { fixedS: 0.4, airG: 0.9, lagS: 0.1 };
    const { closedLoop } = programOf(looped());
    if (closedLoop === null) throw new Error('No loop');
    expect(mappingTaskOf({ ...program, closedLoop: { ...closedLoop, delay } }, [])?.delay).toBe(delay);
    expect(mappingTaskOf({ ...program, closedLoop: null }, [])?.delay).toBe(USUAL_DELAY);
  });

  test('nothing without a filling map', () => {
    const { ve: _, veThrottle: __, ...tables } = program.tables;
    expect(mappingTaskOf({ ...program, tables: tables as typeof program.tables }, [])).toBeNull();
  });
});

describe('where to go next', () => {
  const nothing = cellsOf(mappingAtRest());
  test('a cell that nobody came to is open', () => {
    expect(cellState(nothing, 6, AIM)).toBe('open');
    expect(cellState(nothing, 6, { ...AIM, holdS: 0 })).toBe('open');
  });

  const every = () => true;

  test('the cell it is at first; then the nearest, by load before speed', () => {
    expect(nextGoal(TASK.grid, nothing, { x: 2900, y: 52 }, every, AIM)).toEqual({
      index: 7,
      speedRpm: 3000,
      load: 50,
      missingS: 3,
      isThere: true,
    });
    const known = cellsOf(held([{ forS: 8, speed: 3000 }]));
    expect(nextGoal(TASK.grid, known, { x: 3000, y: 50 }, every, AIM)).toMatchObject({
      speedRpm: 3000,
      isThere: false,
    });
    const away = nextGoal(TASK.grid, known, { x: 3000, y: 50 }, (index) => index !== 2 && index !== 12, AIM);
    expect(away).toMatchObject({ load: 50, isThere: false });
  });

  test('what is missing is what was held on the filling as it is', () => {
    const goal = nextGoal(TASK.grid, cellsOf(held([{ forS: 3 }])), { x: 2000, y: 50 }, every, AIM);
    expect(goal?.index).toBe(6);
    expect(goal?.missingS).toBeGreaterThan(0.5);
    expect(goal?.missingS).toBeLessThan(2.5);
  });

  test('standing: the slowest and lightest; all known: none', () => {
    expect(nextGoal(TASK.grid, nothing, null, every, AIM)).toMatchObject({ index: 0, isThere: false });
    expect(nextGoal(TASK.grid, nothing, null, () => false, AIM)).toBeNull();
  });

  test('whatever is known, it leads to a cell that is wanted and lacks something', () => {
    const known = cellsOf(held([{ forS: 8, speed: 3000 }, { forS: 6 }]));
    fc.assert(
      fc.property(
        fc.double({ min: 500, max: 6000, noNaN: true }),
        fc.double({ min: 20, max: 110, noNaN: true }),
        fc.array(fc.boolean(), { minLength: 20, maxLength: 20 }),
        (x, y, wanted) => {
          const goal = nextGoal(TASK.grid, known, { x, y }, (index) => wanted[index] === true, AIM);
          const lacks = wanted.some((is, i) => is && (known.provenS[i] ?? 0) < AIM.holdS);
          expect(goal !== null).toBe(lacks);
          if (goal === null) return;
          expect(wanted[goal.index]).toBe(true);
          expect(goal.missingS).toBeGreaterThan(0);
        },
      ),
    );
  });

  test('no row above the air outside where nothing charges, none below what a throttle leaves, and only the speeds that are asked', () => {
    const rows = (charged: boolean) => {
      const can = reachable(
        TASK.grid,
        { load: 'manifoldPressure', barometricKpa: 81, charged },
        { fromRpm: 1500, toRpm: 4000 },
      );
      return Array.from({ length: 20 }, (_, i) => i).filter(can);
    };
    expect(rows(false)).toEqual([6, 7, 8, 11, 12, 13]);
    expect(rows(true)).toEqual([6, 7, 8, 11, 12, 13, 16, 17, 18]);
    const byThrottle = reachable(
      TASK.grid,
      { load: 'throttle', barometricKpa: 81, charged: false },
      { fromRpm: 0, toRpm: 9000 },
    );
    expect(Array.from({ length: 20 }, (_, i) => i).filter(byThrottle)).toHaveLength(20);
  });
});
