import { calibrationFileName } from './download';

describe('file names', () => {
  const date = new Date('2026-11-23T12:00:00Z');
  test.each([
    ['Ventisca', 'ventisca-2026-11-23.lumbre.json'],
    ['Motor nº 2 / frío', 'motor-no-2-frio-2026-11-23.lumbre.json'],
    ['...', 'calibration-2026-11-23.lumbre.json'],
  ])('%s becomes %s', (name, file) => {
    expect(calibrationFileName(name, date)).toBe(file);
  });
});
