import { RUNS, seenOver, SITUATION, STANDS } from '@tests/support/seenEngine';
import { CAUSES } from './causes';
import type { Diagnosis } from './diagnose';
import { LOOK_TESTS } from './lookTests';
import { diagnosisWords } from './words';

const cause = (id: string) => CAUSES.find((one) => one.id === id) ?? null;
const diagnosis = (part: Partial<Diagnosis>): Diagnosis => ({
  known: 30,
  sound: 0.01,
  likely: [],
  seen: ['The battery has 11.9 V while it runs.'],
  test: null,
  ...part,
});

describe('a diagnosis in words', () => {
  test('says a cause as it is, as likely, or as perhaps, by how sure it is', () => {
    const headline = (probability: number) =>
      diagnosisWords(diagnosis({ likely: [{ cause: cause('notCharging'), probability }] }), true).headline;
    expect(headline(0.9)).toBe('The alternator does not charge (90 %)');
    expect(headline(0.6)).toBe('Likely: The alternator does not charge (60 %)');
    expect(headline(0.3)).toBe('Perhaps: The alternator does not charge (30 %)');
  });

  test('lists what else it may be, and the test that tells the first two apart where they are near', () => {
    const likely = [
      { cause: cause('flowHigh'), probability: 0.6 },
      { cause: cause('pressureHigh'), probability: 0.3 },
      { cause: cause('regulator'), probability: 0.02 },
    ];
    const words = diagnosisWords(diagnosis({ likely, test: 'standing' }), true);
    expect(words.causes.map(({ id, percent }) => [id, percent])).toEqual([
      ['flowHigh', 60],
      ['pressureHigh', 30],
    ]);
    expect(words.test).toBe(LOOK_TESTS.standing.words);
    const far = [likely[0], { cause: cause('pressureHigh'), probability: 0.05 }] as typeof likely;
    expect(diagnosisWords(diagnosis({ likely: far, test: 'standing' }), true).test).toBeNull();
  });

  test('calls what is on no list unknown, and says how to go on', () => {
    const words = diagnosisWords(diagnosis({ likely: [{ cause: null, probability: 0.8 }] }), true);
    expect(words.headline).toBe('Not known: nothing on the list shows all of that (80 %)');
    expect(words.tone).toBe('warning');
    expect(words.next).toMatch(/share: a ground, a supply, a plug/);
    expect(words.causes[0]?.label).toBe('Something that is not on the list');
  });

  test('says that little was seen before it says that nothing is wrong', () => {
    const sound = { likely: [], seen: [] };
    expect(diagnosisWords(diagnosis({ ...sound, sound: 0.6, known: 5 }), true).headline).toBe(
      'Too little was seen yet',
    );
    expect(diagnosisWords(diagnosis({ ...sound, sound: 0.6 }), true)).toMatchObject({
      headline: 'Nothing is off yet, and little was seen',
      tone: 'plain',
    });
    expect(diagnosisWords(diagnosis({ ...sound, sound: 0.95 }), true)).toMatchObject({
      headline: 'Nothing is wrong with what was seen',
      tone: 'good',
      causes: [],
      next: null,
    });
  });

  test('something that is off is no good sign, even where a sound engine is the likeliest', () => {
    const words = diagnosisWords(
      diagnosis({ sound: 0.6, likely: [{ cause: cause('pressureSlow'), probability: 0.3 }] }),
      true,
    );
    expect(words).toMatchObject({ tone: 'plain', headline: 'Something is off, too little to say what' });
    expect(words.seen).toHaveLength(1);
  });

  test('says what was left out where the map is not known to be right', () => {
    expect(diagnosisWords(diagnosis({}), false).leftOut).toMatch(/^The filling map was not corrected/);
    expect(diagnosisWords(diagnosis({}), true).leftOut).toBeNull();
  });

  test('of a whole engine: sound, then one whose alternator is dead', () => {
    const sound = [
      { forS: 5, says: STANDS },
      { forS: 20, says: RUNS },
    ];
    expect(diagnosisWords(seenOver(sound).diagnosis, SITUATION.mapIsRight).tone).toBe('good');
    const dead = [...sound, { forS: 60, says: { ...RUNS, battery: 12 } }];
    expect(diagnosisWords(seenOver(dead).diagnosis, true).headline).toMatch(
      /^The alternator does not charge/,
    );
  });
});
