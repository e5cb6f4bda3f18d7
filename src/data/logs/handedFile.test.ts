import { handFile, takeHandedFile } from './handedFile';

test('a file is taken once, and for its calibration alone', () => {
  const file = new File(['x'], 'help.lumbre.zip');
  handFile('a', file);
  expect(takeHandedFile('b')).toBeNull();
  handFile('a', file);
  expect(takeHandedFile('a')).toBe(file);
  expect(takeHandedFile('a')).toBeNull();
});
