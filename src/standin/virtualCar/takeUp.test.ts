import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '../carOfDocument';
import { teethOf } from '../harness';
import { carAtRest, copiedCar, takeUp } from './carState';
import { VirtualCar } from './virtualCar';

const document = demo();
const program = programOf(document);
const car = carOf(document, program);
const setup = {
  coolantC: 20,
  batteryV: 12.6,
  seed: 4,
  surroundings: { barometricKpa: car.barometricKpa, airC: 5 },
};
const rest = () => carAtRest(program, car, teethOf(program, car), setup);

/** A car that has been cranked, with a fault and something held by a hand. */
function driven() {
  const driven = new VirtualCar(program, car, setup);
  Object.assign(driven.controls, { key: true, starter: true, handVacuumKpa: 30 });
  driven.sensorFaults = { map: { kind: 'offset', size: 0.2 } };
  driven.advance(2.5);
  return driven.snapshot();
}

/** Every object and list of a state, each with its way. */
function partsOf(value: unknown, way = 'state'): [string, object][] {
  if (typeof value !== 'object' || value === null) return [];
  const own: [string, object] = [way, value];
  return ArrayBuffer.isView(value)
    ? [own]
    : [own, ...Object.entries(value).flatMap(([part, inner]) => partsOf(inner, `${way}.${part}`))];
}

/** Ways of the parts of a car that others have too, but for what is only ever replaced whole. */
function sharedWith(others: ReadonlySet<object>, state: object): string[] {
  const shared = partsOf(state).filter(([, part]) => others.has(part));
  return shared.map(([way]) => way).filter((way) => !/plateScrews|sensorFaults/.test(way));
}

describe('a car taken up', () => {
  test('is filled where no other car at rest would be', () => {
    const theirs = new Set(partsOf(rest()).map(([, part]) => part));
    expect(sharedWith(theirs, rest())).toEqual([]);
  });

  test('is what the other was, and shares nothing with it', () => {
    const from = driven();
    const before = copiedCar(from);
    const taken = takeUp(rest(), from);
    expect(taken).toEqual(from);
    const theirs = new Set(partsOf(from).map(([, part]) => part));
    expect(sharedWith(theirs, taken)).toEqual([]);
    new VirtualCar(program, car, setup, from).advance(0.5);
    expect(from).toEqual(before);
  });

  // What is made anew has its numbers boxed: the parts that change at every step have to be those of the car at rest.
  test('keeps the objects of the car at rest where they have the same parts', () => {
    const own = rest();
    const [{ plant, ecu, clock, power, controls, sampling }, totals, line] = [
      own,
      own.plant.totals,
      own.plant.lambda[0],
    ];
    const taken = takeUp(own, driven());
    expect(Object.is(taken, own)).toBe(true);
    const kept = { plant, ecu, clock, power, controls, sampling };
    for (const [part, is] of Object.entries(kept))
      expect([part, taken[part as keyof typeof kept] === is]).toEqual([part, true]);
    expect(taken.plant.totals === totals && taken.plant.lambda[0] === line).toBe(true);
  });

  test('takes whole what has other parts, or was not there', () => {
    const [own, from] = [rest(), driven()];
    const list = [1, 2, 3];
    Object.assign(own.plant, { absent: null, other: { a: 1 }, list, gone: { a: 1 } });
    Object.assign(from.plant, { absent: { a: 2 }, other: { b: 2 }, list: [9], gone: null });
    expect(takeUp(own, from).plant).toMatchObject({ absent: { a: 2 }, list: [9], gone: null });
    expect((own.plant as unknown as { other: object }).other).toEqual({ b: 2 });
    expect(list).toEqual([1, 2, 3]);
  });

  test('has the other’s faults alone, and leaves those of the parts it was built of', () => {
    const own = rest();
    own.sensorFaults = { air: { kind: 'unplugged' } };
    const faults = own.sensorFaults;
    expect(takeUp(own, driven()).sensorFaults).toEqual({ map: { kind: 'offset', size: 0.2 } });
    expect(faults).toEqual({ air: { kind: 'unplugged' } });
  });

  test('goes on as the other does, number for number', () => {
    const first = new VirtualCar(program, car, setup);
    Object.assign(first.controls, { key: true, starter: true });
    first.advance(1.2);
    const second = new VirtualCar(program, car, setup, first.snapshot());
    first.advance(3);
    second.advance(3);
    expect(second.snapshot()).toEqual(first.snapshot());
  });
});
