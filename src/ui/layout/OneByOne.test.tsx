import { useLayoutEffect } from 'react';
import { render, screen } from '@tests/support/render';
import { Text } from '../text/Text';
import { OneByOne } from './OneByOne';

let told: string[] = [];
beforeEach(() => (told = []));

function Told({ name }: { name: string }) {
  told.push(`draws ${name}`);
  useLayoutEffect(() => {
    told.push(`${name} is there`);
  }, [name]);
  return <Text>{name}</Text>;
}

const shown = () => screen.queryAllByText(/^[abc]$/).map(({ textContent }) => textContent);

test('each is there before the next is drawn, and stays as the next comes', async () => {
  render(
    <OneByOne>
      <Told name="a" />
      <Told name="b" />
      <Told name="c" />
    </OneByOne>,
  );
  await screen.findByText('c');
  expect(shown()).toEqual(['a', 'b', 'c']);
  expect(told.indexOf('a is there')).toBeLessThan(told.indexOf('draws b'));
  expect(told.indexOf('b is there')).toBeLessThan(told.indexOf('draws c'));
  expect(told.filter((one) => one.endsWith('is there'))).toHaveLength(3);
});

test('what goes is gone at once, and what comes between others later sends none of them away', async () => {
  const { rerender } = render(
    <OneByOne>
      <Told name="a" />
      {null}
      <Told name="b" />
    </OneByOne>,
  );
  await screen.findByText('b');
  rerender(
    <OneByOne>
      <Told name="a" />
      {null}
      {null}
    </OneByOne>,
  );
  expect(shown()).toEqual(['a']);
  rerender(
    <OneByOne>
      {null}
      {null}
      <Told name="b" />
    </OneByOne>,
  );
  expect(shown()).toEqual(['b']);
  told = [];
  rerender(
    <OneByOne>
      <Told name="a" />
      <Told name="c" />
      <Told name="b" />
    </OneByOne>,
  );
  expect(shown()).toEqual(['a', 'c', 'b']);
  expect(told).not.toContain('b is there');
});
