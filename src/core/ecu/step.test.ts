import { demo, programOf } from '@tests/support/ventisca';
import { AT, frameOf, PHASE, read } from '../channel';
import { SPARK_LIMITS } from './limits';
import { ecuAtKeyOn } from './state';
import { ecuOut, sparkStep } from './step';

describe('the spark of an engine that is worked', () => {
  const program = programOf(demo());

  /** Spark by the maps at a cruise, with what work does to it, ° BTDC; and what the channel says of it. */
  function spark(work: { sparkDeg?: number; sparkAddsDeg?: number } = {}) {
    const out = ecuOut(program);
    Object.assign(out.working, work);
    out.stepped = true;
    const at = { phase: PHASE.running, speed: 3000, manifoldPressure: 60, coolant: 85 };
    const frame = frameOf({ ...at, air: 20, battery: 14, throttle: 20, sinceStart: 100 });
    const deg = sparkStep(program, ecuAtKeyOn(program), frame, out);
    expect(read(frame, AT.sparkAdvance)).toBe(deg);
    return deg;
  }

  test('is the maps’ and what is added to it, or stays where it is held', () => {
    const mapped = spark();
    expect(mapped).toBeGreaterThan(20);
    expect(spark({ sparkAddsDeg: -7 })).toBeCloseTo(mapped - 7, 9);
    expect(spark({ sparkDeg: 12, sparkAddsDeg: 3 })).toBe(12);
  });

  test('goes no further than any correction does', () => {
    expect(spark({ sparkAddsDeg: 60 })).toBe(SPARK_LIMITS.max);
    expect(spark({ sparkAddsDeg: -90 })).toBe(SPARK_LIMITS.min);
    expect(spark({ sparkDeg: 75 })).toBe(SPARK_LIMITS.max);
  });
});
