import { fieldInfo } from '../calibration';
import { STANDARD_CONTEXT } from '../units';
import type { QuantityFieldInfo } from './field';
import { limitMessage, limitProblem } from './limits';

const field = (path: Parameters<typeof fieldInfo>[0]) => fieldInfo(path) as QuantityFieldInfo;
const FLOW = field('injectors.ratedFlow');

test('a flow is judged alike whatever density is typed beside it', () => {
  // 0.5 g/s of 0.745 g/cm³ are 40.27 cm³/min.
  for (const ratedDensityGPerCm3 of [0.6, 0.745, 0.9]) {
    const context = { ...STANDARD_CONTEXT, ratedDensityGPerCm3 };
    expect(limitProblem(FLOW, { amount: 40.3, unit: 'cm3/min' }, context)).toBeNull();
    const problem = limitProblem(FLOW, { amount: 40.2, unit: 'cm3/min' }, context);
    expect(problem?.limit).toBeCloseTo(40.268, 3);
  }
});

test('the unit that was likely meant is said first', () => {
  const problem = limitProblem(FLOW, { amount: 30, unit: 'cm3/min' }, STANDARD_CONTEXT);
  if (problem === null) throw new RangeError('30 cm³/min was taken');
  expect(problem).toMatchObject({ code: 'too-small', fitsIn: ['g/s', 'L/h', 'lb/h', 'g/min'] });
  expect(limitMessage(FLOW, problem)).toMatch(
    /^30 looks like .*lb\/h.*: choose that unit if it is meant\. Rated flow must be at least 40\.27 cm³\/min/,
  );
});

test('a number that fits no unit is only refused', () => {
  const ratio = field('engine.compressionRatio');
  const problem = limitProblem(ratio, { amount: 900, unit: ratio.unit }, STANDARD_CONTEXT);
  if (problem === null) throw new RangeError('A ratio of 900 was taken');
  expect(limitMessage(ratio, problem)).toMatch(/^Compression ratio must be at most/);
});
