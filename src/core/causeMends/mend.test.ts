import { choose } from '@tests/support/everything';
import { demo, programOf } from '@tests/support/ventisca';
import { baseValue, type Calibration } from '../calibration';
import { putRemedy } from '../checks';
import { deadTimeAt } from '../injector';
import type { CauseId } from '../logCauses';
import { mendOf } from './index';

const SOURCE = { kind: 'computed', date: '2026-11-29', note: 'Log' } as const;

/** A calibration with a cause of such a size mended, and in what words. */
function mended(id: CauseId, size: number, from: Calibration = demo('ventisca')) {
  const document = JSON.parse(JSON.stringify(from)) as Calibration;
  const mend = mendOf(document, { id, size });
  if (mend?.remedy == null) throw new TypeError('Nothing mends it');
  putRemedy(document, mend.remedy, SOURCE);
  return { document, label: mend.remedy.label, why: mend.why };
}

test('lean by one factor: injectors give less than was typed, by as much', () => {
  const before = baseValue(demo('ventisca'), 'injectors.ratedFlow') ?? NaN;
  const { document, label, why } = mended('factor', Math.log(1.1));
  expect((baseValue(document, 'injectors.ratedFlow') ?? NaN) / before).toBeCloseTo(1 / 1.1, 3);
  expect(document.injectors.ratedFlow?.source).toEqual(SOURCE);
  expect(label).toBe('Take injector flow for 9.1 % less');
  expect(why).toMatch(/^The least sure first: /);
  expect(mended('factor', -0.05).label).toBe('Take injector flow for 5.1 % more');
});

test('what nobody vouches for is named before what was measured', () => {
  const document = demo('ventisca');
  const { ratedFlow, testDensity } = document.injectors;
  if (ratedFlow === null || testDensity === null) throw new TypeError('The demo has both');
  const sure = (flow: 'measured' | 'estimated', density: 'measured' | 'estimated') => ({
    ...document,
    injectors: {
      ...document.injectors,
      ratedFlow: { ...ratedFlow, source: { kind: flow, date: '2026-01-01' } },
      testDensity: { ...testDensity, source: { kind: density, date: '2026-01-01' } },
    },
  });
  const order = (of: Calibration) => mendOf(of, { id: 'factor', size: 0.1 })?.why ?? '';
  const flowFirst = order(sure('estimated', 'measured'));
  expect(flowFirst.indexOf('rated flow')).toBeLessThan(flowFirst.indexOf('fuel density'));
  const densityFirst = order(sure('measured', 'estimated'));
  expect(densityFirst.indexOf('fuel density')).toBeLessThan(densityFirst.indexOf('rated flow'));
});

test('flow that was typed at several pressures is measured anew, not scaled', () => {
  const document = demo('ventisca');
  const flowPoints = {
    columns: [],
    rows: [],
    source: SOURCE,
  } as unknown as Calibration['injectors']['flowPoints'];
  const at = { ...document, injectors: { ...document.injectors, flowPoints } };
  expect(mendOf(at, { id: 'factor', size: 0.1 })?.remedy).toBeNull();
});

test('dead time typed too long is made shorter at every voltage, and by no more than there is', () => {
  const [was, is] = [demo('ventisca'), mended('deadTime', 0.12)].map((of) =>
    programOf('document' in of ? of.document : of),
  );
  for (const volts of [9, 11, 13, 14.4]) {
    const at = (program: typeof was) => deadTimeAt(program?.injector.deadTime as never, volts, 350);
    expect(at(was) - at(is)).toBeCloseTo(0.12, 2);
  }
  expect(mended('deadTime', 0.12).label).toBe('Make every dead time 0.120 ms shorter');
  expect(mended('deadTime', -0.1).label).toBe('Make every dead time 0.100 ms longer');
  const times = mended('deadTime', 9).document.injectors.deadTime?.rows.flatMap((row) => row.times) ?? [];
  expect(new Set(times.filter((time) => time !== null))).toEqual(new Set([0.05]));
  expect(mendOf(demo('ventisca'), { id: 'deadTime', size: 0 })?.remedy).toBeNull();
});

test('dead times in microseconds are moved in theirs, gaps stay, and rows have one source', () => {
  const document = demo('ventisca');
  const deadTime: Calibration['injectors']['deadTime'] = {
    unit: 'us',
    pressureUnit: 'kPa',
    pressures: [300, 400],
    rows: [{ volts: 12, times: [1000, null] }, { volts: 14, times: [800, 850] }], // prettier-ignore
    source: { kind: 'dataSheet', date: '2026-01-01' },
    rowSources: [{ kind: 'dataSheet', date: '2026-01-01' }, { kind: 'measured', date: '2026-01-01' }], // prettier-ignore
  };
  const { document: after } = mended('deadTime', 0.1, {
    ...document,
    injectors: { ...document.injectors, deadTime },
  });
  expect(after.injectors.deadTime).toEqual({
    unit: 'us',
    pressureUnit: 'kPa',
    pressures: [300, 400],
    rows: [{ volts: 12, times: [900, null] }, { volts: 14, times: [700, 750] }], // prettier-ignore
    source: SOURCE,
  });
});

test('the regulator becomes the other kind; what must be looked at has no remedy, and the filling its own', () => {
  const typed = demo('ventisca').injectors.regulator?.value;
  const { document, label } = mended('regulator', 1);
  expect(document.injectors.regulator?.value).toBe(typed === 'manifold' ? 'fixed' : 'manifold');
  expect(label).toMatch(/^Take the regulator for/);
  for (const id of ['chargeTemperature', 'sensorOne', 'sensorTwo'] as const) {
    expect(mendOf(document, { id, size: 0.1 })).toMatchObject({
      remedy: null,
      why: expect.stringMatching(/\.$/) as string,
    });
  }
  expect(mendOf(document, { id: 'filling', size: NaN })).toBeNull();
});

test('plain pulses hold every factor: no flow that was typed mends one', () => {
  const mend = mendOf(
    demo('ventisca', (draft) => choose(draft, 'load.strategy', 'pulseWidth')),
    {
      id: 'factor',
      size: 0.1,
    },
  );
  expect(mend?.remedy).toBeNull();
  expect(mend?.why).toMatch(/whatever flow was typed/);
});
