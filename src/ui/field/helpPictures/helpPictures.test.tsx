import { render, screen } from '@tests/support/render';
import { fieldInfo, SECTION_IDS, sectionFields } from '@/core/calibration';
import { HelpSheet } from '../HelpSheet';

/** Every field whose help has a picture, by the picture. */
const FIELDS = SECTION_IDS.flatMap(sectionFields).flatMap((path) => {
  const info = fieldInfo(path);
  return info?.help.picture === undefined ? [] : [[info.help.picture, path, info] as const];
});

test('the wheel, the regulator and dead time have one', () => {
  expect([...new Set(FIELDS.map(([picture]) => picture))].sort()).toEqual(['deadTime', 'regulator', 'wheel']);
});

test.each(FIELDS)('%s says in words what it shows, in the help of %s', (_picture, _path, info) => {
  render(<HelpSheet label={info.label} help={info.help} open onClose={() => undefined} />);
  const picture = screen.getByRole('img');
  expect(picture.getAttribute('aria-label')).toMatch(/^[A-Z][^]{60,}\.$/);
  // Beside it the words still stand.
  expect(screen.getByText(info.help.what)).toBeTruthy();
});
