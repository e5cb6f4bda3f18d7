import { fireEvent, render, screen } from '@testing-library/react';
import { LinkRow } from '../layout';

test('a row that leads somewhere is followed by Enter and by a press, and by no other key', () => {
  const follow = jest.fn();
  render(<LinkRow label="Engine" onPress={follow} />);
  const link = screen.getByRole('link', { name: 'Engine' });
  fireEvent.keyDown(link, { key: 'Enter' });
  expect(follow).toHaveBeenCalledTimes(1);
  fireEvent.keyDown(link, { key: 'a' });
  expect(follow).toHaveBeenCalledTimes(1);
  fireEvent.click(link);
  expect(follow).toHaveBeenCalledTimes(2);
});
