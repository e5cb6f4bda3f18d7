import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '../carOfDocument';
import { planted } from './planted';
import { truthOf } from './truth';

const document = demo();
const program = programOf(document);
const car = carOf(document, program);
const labelled = (of = car) =>
  Object.fromEntries(truthOf(program, of).map(({ label, typed, is }) => [label, [typed, is]] as const));

describe('what is true of a car', () => {
  // Typed 610 cm³/min of 0.745 g/cm³ are 7.574 g/s; as built 604: 7.4997. The first tooth is typed at 84°, and stands at 83.
  test('stands beside what is typed', () => {
    const truth = labelled();
    const [typed, is] = truth['Flow of an injector as rated'] ?? [];
    expect(typed).toBeCloseTo(7.574, 3);
    expect(is).toBeCloseTo(7.4997, 3);
    expect(truth['First tooth to TDC']).toEqual([84, 83]);
    expect(truth['Regulator']).toEqual(['manifold', 'manifold']);
    expect(truth['Delay of the crank sensor']).toEqual([null, 45]);
  });

  test('moves with what is planted, and only that', () => {
    const moved = labelled(planted(car, [{ id: 'tdcOffset', size: 9 }, { id: 'fixedRegulator' }]));
    const differing = Object.keys(moved).filter(
      (label) => JSON.stringify(moved[label]) !== JSON.stringify(labelled()[label]),
    );
    expect(differing).toEqual(['Regulator', 'First tooth to TDC']);
    expect(moved['First tooth to TDC']).toEqual([84, 92]);
  });

  // Shares from −0.010 to 0.009 about their mean: 1.9 % apart.
  test('says how far cylinders differ', () => {
    expect(labelled()['Cylinders differ in fuel by']?.[1]).toBeCloseTo(1.9, 9);
  });
});
