import { nameFormSchema } from './nameForm';
import { freeName } from '@/data/store/names';

describe('names', () => {
  test.each([
    ['Ventisca', [], 'Ventisca'],
    ['Ventisca', ['Ventisca'], 'Ventisca 2'],
    ['Ventisca 2', ['Ventisca', 'Ventisca 2', 'Ventisca 3'], 'Ventisca 4'],
  ])('%s beside %p becomes %s', (name, taken, free) => {
    expect(freeName(name, taken)).toBe(free);
  });

  test('a long name stays within what a document takes', () => {
    const long = 'x'.repeat(60);
    expect(freeName(long, [long]).length).toBeLessThanOrEqual(60);
  });

  test('a form refuses a name of blanks with a sentence', () => {
    expect(nameFormSchema.safeParse({ name: '   ' }).error?.issues[0]?.message).toMatch(/Give it a name/);
    expect(nameFormSchema.parse({ name: ' Pardela ' })).toEqual({ name: 'Pardela' });
  });
});
