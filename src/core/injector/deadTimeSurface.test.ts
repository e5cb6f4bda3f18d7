import { completedDeadTime, deadTimeAt, deadTimeSurface, surfaceFlags } from './deadTimeSurface';
import type { DeadTimeTable } from './injectorSchema';

function table(
  pressures: readonly number[],
  rows: readonly (readonly [volts: number, ...times: (number | null)[]])[],
  units: Partial<Pick<DeadTimeTable, 'unit' | 'pressureUnit'>> = {},
): DeadTimeTable {
  return {
    unit: 'ms',
    pressureUnit: 'kPa',
    ...units,
    pressures: [...pressures],
    rows: rows.map(([volts, ...times]) => ({ volts, times })),
    source: { kind: 'dataSheet', date: '2026-11-23' },
  };
}

/** 0.2 + 9.5/(V − 3), longer by 5 % for each 50 kPa above 300. */
const truth = (volts: number, kpa: number) => (0.2 + 9.5 / (volts - 3)) * (1 + (0.05 * (kpa - 300)) / 50);
const VOLTS = [8, 9, 10, 11, 12, 13, 14, 15];
const FULL = table(
  [300, 350, 400],
  VOLTS.map((v) => [v, truth(v, 300), truth(v, 350), truth(v, 400)] as const),
);

describe('a table over voltage and pressure', () => {
  test('is exact on its points, linear between pressures, held beyond them', () => {
    const surface = deadTimeSurface(FULL);
    expect(deadTimeAt(surface, 12, 350)).toBeCloseTo(truth(12, 350), 9);
    expect(deadTimeAt(surface, 12, 325)).toBeCloseTo((truth(12, 300) + truth(12, 350)) / 2, 9);
    expect(deadTimeAt(surface, 12, 500)).toBeCloseTo(truth(12, 400), 9);
    expect(deadTimeAt(surface, 12, 100)).toBeCloseTo(truth(12, 300), 9);
  });

  test('in µs and bar it means the same', () => {
    const other = table(
      [3, 3.5, 4],
      FULL.rows.map(({ volts, times }) => [volts, ...times.map((time) => (time as number) * 1000)] as const),
      { unit: 'us', pressureUnit: 'bar' },
    );
    expect(deadTimeAt(deadTimeSurface(other), 12.3, 333)).toBeCloseTo(
      deadTimeAt(deadTimeSurface(FULL), 12.3, 333),
      9,
    );
  });

  test('gaps are filled close to the truth and marked; what was typed stands', () => {
    const gaps = table(
      [300, 350, 400],
      VOLTS.map(
        (v) =>
          [
            v,
            v === 10 || v === 13 ? null : truth(v, 300),
            v < 10 ? null : truth(v, 350),
            truth(v, 400),
          ] as const,
      ),
    );
    const { ms, origin } = completedDeadTime(gaps);
    gaps.rows.forEach(({ volts, times }, row) => {
      times.forEach((time, column) => {
        expect(origin[row]?.[column] === 'typed').toBe(time !== null);
        if (time !== null) expect(ms[row]?.[column]).toBe(time);
        expect(
          Math.abs((ms[row]?.[column] ?? 0) / truth(volts, gaps.pressures[column] as number) - 1),
        ).toBeLessThan(0.02);
      });
    });
    expect(origin[0]?.[1]).toBe('between');
  });

  test('a column with one time takes the shape of its neighbour, scaled', () => {
    const one = table(
      [300, 400],
      VOLTS.map((v) => [v, truth(v, 300), v === 12 ? truth(12, 400) : null] as const),
    );
    const { ms, origin } = completedDeadTime(one);
    expect(origin[0]?.[1]).toBe('beyond');
    expect(ms[0]?.[1]).toBeCloseTo(truth(8, 400), 6);
  });

  test('below its lowest voltage it is carried on by the law', () => {
    const short = table(
      [300, 400],
      VOLTS.map((v) => [v, v < 10 ? null : truth(v, 300), null] as const),
    );
    const { ms, origin } = completedDeadTime(short);
    expect(origin[0]?.[0]).toBe('beyond');
    expect(Math.abs((ms[0]?.[0] ?? 0) / truth(8, 300) - 1)).toBeLessThan(0.05);
  });
});

describe('flags', () => {
  test('a clean table has none', () => expect(surfaceFlags(FULL)).toEqual([]));

  test('a kink is told with its column', () => {
    const rows = FULL.rows.map(
      ({ volts, times }) =>
        [volts, times[0], volts === 11 ? (times[1] as number) + 0.12 : times[1], times[2]] as const,
    );
    const flags = surfaceFlags(table([300, 350, 400], rows as never));
    expect(flags).toContainEqual({ column: 1, flag: expect.objectContaining({ code: 'kink', index: 3 }) });
  });

  // 0.97 at 300 and 0.94 at 400 kPa fall by 0.03 ms; 0.96 by 0.01, less than measuring error.
  test('a time that falls with pressure is flagged, one within measuring error is not', () => {
    const at = (more: number) =>
      surfaceFlags(
        table(
          [300, 400],
          [
            [12, 1.24, 1.3],
            [14, 0.97, more],
          ],
        ),
      ).map(({ flag }) => flag.code);
    expect(at(0.94)).toEqual(['fallsWithPressure']);
    expect(at(0.96)).toEqual([]);
  });
});
