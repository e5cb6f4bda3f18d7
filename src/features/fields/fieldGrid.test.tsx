import { act, fireEvent, render, screen } from '@tests/support/render';
import { demo } from '@tests/support/ventisca';
import { closeSession, openSession } from '@/data/session/session';
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
