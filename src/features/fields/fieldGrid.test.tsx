import { act, fireEvent, render, screen } from '@tests/support/render';
import { demo } from '@tests/support/ventisca';
import { closeSession, edit, openSession } from '@/data/session/session';
import { Text } from '@/ui/text/Text';
import { FieldGrid } from './FieldGrid';
import { SectionFields } from './fields';
import { SectionCards } from './SectionCards';

afterEach(() => closeSession());
const shown = () => screen.getAllByRole('textbox').map((box) => box.getAttribute('aria-label'));

test('of the cards of a sheet the first is there at once, and all of them behind the paint, in their order', async () => {
  openSession('one', 1, demo('ventisca'));
  render(<SectionCards section="trigger" />);
  const titles = () => screen.getAllByRole('heading').map(({ textContent }) => textContent);
  expect(titles()).toEqual(['Crank wheel']);
  await screen.findByRole('heading', { name: 'Cam' });
  expect(titles()).toEqual(['Crank wheel', 'Cam']);
});

test('of the fields that a choice brings the first is there at once, and all of them behind the paint, in their order', async () => {
  openSession('one', 1, demo('ventisca'));
  render(<SectionFields section="overrun" />);
  const all = shown();
  expect(all.length).toBeGreaterThan(5);
  fireEvent.click(screen.getByRole('radio', { name: 'Off' }));
  expect(screen.queryAllByRole('textbox')).toEqual([]);
  // Behind that paint too: what comes next is new.
  await act(() => new Promise((resolve) => setTimeout(resolve, 300)));
  fireEvent.click(screen.getByRole('radio', { name: 'On' }));
  expect(shown()).toEqual(all.slice(0, 1));
  await screen.findByRole('textbox', { name: all.at(-1) as string });
  expect(shown()).toEqual(all);
});

test('a choice above the fields that it brings stays where it is, and keeps the focus', () => {
  openSession('one', 1, demo('ventisca'));
  const choice = (
    <Text key="size" role="radio" tabIndex={-1}>
      the choice
    </Text>
  );
  render(
    <FieldGrid
      paths={['engine.bore', 'engine.displacement']}
      above={{ 'engine.bore': choice, 'engine.displacement': choice }}
    >
      {(path) => <Text>{path}</Text>}
    </FieldGrid>,
  );
  const before = screen.getByText('the choice');
  before.focus();
  expect(screen.queryByText('engine.displacement')).toBeNull();
  act(() =>
    edit('Size by displacement', (draft) => {
      draft.engine.geometry = 'displacement';
    }),
  );
  screen.getByText('engine.displacement');
  expect(screen.queryByText('engine.bore')).toBeNull();
  expect(screen.getByText('the choice')).toBe(before);
  expect(document.activeElement).toBe(before);
});
