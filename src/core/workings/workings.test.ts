import { demo, modelOf } from '@tests/support/ventisca';
import { AT_REST, type OperatingPoint } from '../fuel';
import { workingsAt } from '.';

const RUNNING: OperatingPoint = {
  ...AT_REST,
  phase: 'running',
  speedRpm: 1050,
  manifoldKpa: 38,
  coolantC: 20,
  airC: 10,
  batteryV: 13.8,
  sinceStartS: 5,
};

describe('workings', () => {
  test('multiply out: each factor shown leads to the opening shown', () => {
    const { injection: at } = workingsAt(modelOf(demo()), RUNNING);
    expect(at.baseFuelMg * at.afterStart * at.warmUp).toBeCloseTo(at.fuelMg, 9);
    expect(at.fuelMg / at.flowGPerS + at.shortPulseMs + at.deadMs).toBeCloseTo(at.openingMs, 9);
    expect((100 * at.openingMs * RUNNING.speedRpm) / 120000).toBeCloseTo(at.dutyPercent, 9);
  });

  test('name the four VE cells and their weights', () => {
    const { steps, injection } = workingsAt(modelOf(demo()), RUNNING);
    const cells = steps.find((step) => step.id === 've')?.cells ?? [];
    expect(cells).toHaveLength(4);
    expect(cells.reduce((sum, cell) => sum + cell.value * cell.weight, 0)).toBeCloseTo(
      injection.vePercent,
      9,
    );
  });

  test('show the result of each step as the next one’s input', () => {
    const { steps } = workingsAt(modelOf(demo()), RUNNING);
    const result = (id: string) => steps.find((step) => step.id === id)?.result.value;
    const input = (id: string, symbol: string) =>
      steps.find((step) => step.id === id)?.inputs.find((entry) => entry.symbol === symbol)?.value;
    expect(input('baseFuel', 'm_air')).toBe(result('air'));
    expect(input('net', 'm')).toBe(result('fuel'));
    expect(input('opening', 't_dead')).toBe(result('dead'));
    expect(input('duty', 'opening')).toBe(result('opening'));
  });

  test('cranking has a multiple and no lambda, after-start or warm-up', () => {
    const { steps } = workingsAt(modelOf(demo()), {
      ...RUNNING,
      phase: 'cranking',
      speedRpm: 220,
      manifoldKpa: 79,
    });
    const ids = steps.map((step) => step.id);
    expect(ids).toContain('cranking');
    expect(ids).not.toContain('lambda');
    expect(ids).not.toContain('afterStart');
  });

  test('a fixed regulator shows barometric and manifold pressure, one that follows does not', () => {
    const inputs = (id: 'ventisca' | 'pardela') =>
      workingsAt(modelOf(demo(id)), RUNNING).steps.find((step) => step.id === 'across')?.inputs.length;
    expect(inputs('pardela')).toBe(3);
    expect(inputs('ventisca')).toBe(1);
  });
});
