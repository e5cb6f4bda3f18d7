import { render, screen } from '@testing-library/react';
import { Text } from 'react-native';
import { renderToStaticMarkup } from 'react-dom/server';
import { Behind } from './Behind';

test('the first drawing is without it; then it comes, and stays what it is', () => {
  const drawn = (words: string) => (
    <Behind>
      <Text>{words}</Text>
    </Behind>
  );
  expect(renderToStaticMarkup(drawn('one'))).toBe('');
  const { rerender } = render(drawn('one'));
  const element = screen.getByText('one');
  rerender(drawn('two'));
  expect(screen.getByText('two')).toBe(element);
});
