import { render, screen } from '@testing-library/react';
import { useLayoutEffect } from 'react';
import { Text } from 'react-native';
import { Behind } from './Behind';

/** What the page says each time that something was drawn. */
const said: (string | null)[] = [];

function Shell({ words }: { words: string }) {
  useLayoutEffect(() => void said.push(document.body.textContent));
  return (
    <>
      <Text>around </Text>
      <Behind>
        <Text>{words}</Text>
      </Behind>
    </>
  );
}

test('what stands around it is drawn first; then it comes, and stays what it is', () => {
  const { rerender } = render(<Shell words="one" />);
  expect(said).toEqual(['around ']);
  const element = screen.getByText('one');
  rerender(<Shell words="two" />);
  expect(said).toEqual(['around ', 'around two']);
  expect(screen.getByText('two')).toBe(element);
});
