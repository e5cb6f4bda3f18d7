import { madeBy } from '@tests/independent/logMaker';
import { BESIDE, METERED, PLANTED, type Planted } from '@tests/independent/planted';
import { asLog } from '@tests/support/independentLog';
import { fitLog } from '../log';
import { type CauseId, rankedCauses } from './index';

/** The cause that each planted error is. */
const CAUSE_OF: Readonly<Record<Planted, CauseId | 'filling' | null>> = {
  factor: 'factor',
  flow: 'factor',
  bump: 'filling',
  tilt: 'filling',
  random: 'filling',
  deadTime: 'deadTime',
  regulator: 'regulator',
  chargeTemperature: 'chargeTemperature',
  bank: 'sensorTwo',
  nothing: null,
  loop: 'filling',
  learned: 'filling',
  pulse: 'filling',
};

test.each([...PLANTED, ...BESIDE, ...METERED])('in logs of the independent engine: %s', (kind) => {
  for (const seed of [10, 13]) {
    const { log, task } = asLog(madeBy(kind, seed));
    const fit = fitLog(log, task);
    const found = rankedCauses(fit.bins, { task, cells: fit.cells });
    const right = CAUSE_OF[kind];
    const wrong = (found?.causes ?? []).filter(({ id }) => id !== right);
    expect(Math.max(...wrong.map(({ probability }) => probability))).toBeLessThan(0.9);
    if (right === null) expect(found?.causes[0]?.probability).toBeLessThan(0.6);
    else expect(found?.causes[0]?.id).toBe(right);
  }
});
