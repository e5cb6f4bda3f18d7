import fc from 'fast-check';
import { demo, programOf } from '@tests/support/ventisca';
import { deadTimeCurve } from '../injector';
import { curveThrough } from '../numeric';
import { acrossOf, believedMg, flowedMs, type InjectionFacts, injectionFactsOf, openingFor, restatedLn, restatedPulseLn, sameFacts } from './injectionFacts'; // prettier-ignore

const FACTS: InjectionFacts = {
  ratedFlowGPerS: 6,
  ratedPressureKpa: 300,
  measuredFlow: curveThrough([]),
  railGaugeKpa: 350,
  regulator: 'manifold',
  barometricKpa: 81,
  deadTime: { pressuresKpa: Float64Array.of(350), curves: [deadTimeCurve([{ volts: 12, ms: 1 }, { volts: 14, ms: 0.8 }])] }, // prettier-ignore
  shortPulse: curveThrough([]),
  squirts: 2,
  cylinderVolumeCm3: 400,
  stoichiometricRatio: 14.7,
};
const AT = { openingMs: 3.8, volts: 14, manifoldKpa: 60, railKpa: NaN };

test('by hand: 3.8 ms at 14 V flow for 3.0, twice a cycle, at 350 kPa 6.481 g/s: 38.88 mg', () => {
  expect(flowedMs(FACTS, AT)).toBeCloseTo(3, 9);
  expect(believedMg(FACTS, AT)).toBeCloseTo(2 * 3 * 6 * Math.sqrt(350 / 300), 9);
  expect(openingFor(FACTS, believedMg(FACTS, AT), AT)).toBeCloseTo(3.8, 9);
  expect(flowedMs(FACTS, { ...AT, openingMs: 0.5 })).toBe(0);
});

test('pressure across: by the manifold, over the air outside, or as it was read', () => {
  expect(acrossOf(FACTS, AT)).toBe(350);
  expect(acrossOf({ ...FACTS, regulator: 'fixed' }, AT)).toBe(371);
  expect(acrossOf({ ...FACTS, regulator: 'measured' }, { ...AT, railKpa: 320 })).toBe(341);
  expect(acrossOf({ ...FACTS, regulator: 'measured' }, AT)).toBe(371);
  expect(acrossOf({ ...FACTS, regulator: 'fixed' }, { ...AT, manifoldKpa: 500 })).toBe(20);
});

test('restated: flow typed 10 % high, dead time 0.2 ms longer, more displacement, another fuel', () => {
  const restated = (change: Partial<InjectionFacts>) => restatedLn(FACTS, { ...FACTS, ...change }, AT);
  expect(restated({ ratedFlowGPerS: 6 / 1.1 })).toBeCloseTo(Math.log(1 / 1.1), 12);
  const longer = { pressuresKpa: Float64Array.of(350), curves: [deadTimeCurve([{ volts: 12, ms: 1.2 }, { volts: 14, ms: 1 }])] }; // prettier-ignore
  expect(restated({ deadTime: longer })).toBeCloseTo(Math.log(2.8 / 3), 9);
  expect(restated({ cylinderVolumeCm3: 440 })).toBeCloseTo(Math.log(1 / 1.1), 12);
  expect(restated({ stoichiometricRatio: 9 })).toBeCloseTo(Math.log(9 / 14.7), 12);
  expect(restated({})).toBe(0);
});

test('to a map of pulses only how long injectors flow means something', () => {
  const restated = (change: Partial<InjectionFacts>) => restatedPulseLn(FACTS, { ...FACTS, ...change }, AT);
  expect(restated({ ratedFlowGPerS: 7, cylinderVolumeCm3: 440, stoichiometricRatio: 9 })).toBe(0);
  const longer = { pressuresKpa: Float64Array.of(350), curves: [deadTimeCurve([{ volts: 12, ms: 1.2 }, { volts: 14, ms: 1 }])] }; // prettier-ignore
  expect(restated({ deadTime: longer })).toBeCloseTo(Math.log(2.8 / 3), 9);
});

test('there and back it is nothing, whatever was typed', () => {
  const share = fc.double({ min: 0.7, max: 1.4, noNaN: true });
  fc.assert(
    fc.property(
      share,
      share,
      share,
      fc.double({ min: 2, max: 12, noNaN: true }),
      (flow, rail, size, openingMs) => {
        const other = {
          ...FACTS,
          ratedFlowGPerS: FACTS.ratedFlowGPerS * flow,
          railGaugeKpa: FACTS.railGaugeKpa * rail,
          cylinderVolumeCm3: FACTS.cylinderVolumeCm3 * size,
        };
        const at = { ...AT, openingMs };
        expect(restatedLn(FACTS, other, at) + restatedLn(other, FACTS, at)).toBeCloseTo(0, 9);
      },
    ),
  );
});

test('the same facts are the same, however they came', () => {
  expect(sameFacts(FACTS, structuredClone(FACTS))).toBe(true);
  expect(sameFacts(FACTS, { ...FACTS, deadTime: { ...FACTS.deadTime, curves: [deadTimeCurve([{ volts: 12, ms: 1 }])] } })).toBe(false); // prettier-ignore
});

test('of a program they are its own; with two injector sets a log says too little', () => {
  const program = programOf(demo('ventisca'));
  const facts = injectionFactsOf(program);
  expect(facts).toMatchObject({ regulator: program.injector.regulator, squirts: program.injector.squirts, cylinderVolumeCm3: program.cylinderVolumeCm3 }); // prettier-ignore
  const second = { ratedFlowGPerS: 5 } as unknown as NonNullable<typeof program.second>;
  expect(injectionFactsOf({ ...program, second })).toBeNull();
});
