import { act, render, screen } from '@testing-library/react';
import { Component, Suspense, useState, type ReactNode } from 'react';
import { Text } from 'react-native';
import { laterPart } from './laterPart';

/** Shows what went wrong instead of what is in it, until it is drawn anew under another key. */
class Boundary extends Component<{ children: ReactNode }, { problem: string | null }> {
  override state = { problem: null };
  static getDerivedStateFromError(error: Error) {
    return { problem: error.message };
  }
  override render() {
    return this.state.problem === null ? this.props.children : <Text>{this.state.problem}</Text>;
  }
}

const Words = ({ words }: { words: string }) => <Text>{words}</Text>;

test('a part is fetched once, when it is drawn first', async () => {
  const load = jest.fn(async () => Words);
  const Part = laterPart(load);
  expect(load).not.toHaveBeenCalled();
  const drawn = (words: string) => (
    <Suspense fallback={<Text>on its way</Text>}>
      <Part words={words} />
    </Suspense>
  );
  const { rerender } = render(drawn('one'));
  expect(screen.getByText('on its way')).toBeTruthy();
  expect(await screen.findByText('one')).toBeTruthy();
  rerender(drawn('two'));
  expect(screen.getByText('two')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
});

test('one that was fetched before is drawn at once, and stays itself while it is drawn', async () => {
  let drawnAnew = 0;
  const Part = laterPart(
    async () =>
      function Own({ words }: { words: string }) {
        useState(() => (drawnAnew += 1));
        return <Text>{words}</Text>;
      },
  );
  const drawn = (words: string) => (
    <Suspense fallback={<Text>on its way</Text>}>
      <Part words={words} />
    </Suspense>
  );
  const first = render(drawn('one'));
  expect(await screen.findByText('one')).toBeTruthy();
  first.rerender(drawn('two'));
  expect(drawnAnew).toBe(1);
  first.unmount();
  Part.fetch();
  await act(async () => undefined);
  render(drawn('three'));
  expect(screen.queryByText('on its way')).toBeNull();
  expect(screen.getByText('three')).toBeTruthy();
});

test('one that did not come is asked for again when it is drawn again', async () => {
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  let reachable = false;
  const Part = laterPart(async () => {
    if (!reachable) throw new Error('The line is down');
    return Words;
  });
  const drawn = (attempt: number) => (
    <Boundary key={attempt}>
      <Suspense fallback={null}>
        <Part words="it came" />
      </Suspense>
    </Boundary>
  );
  const { rerender } = render(drawn(1));
  expect(await screen.findByText('The line is down')).toBeTruthy();
  reachable = true;
  await act(async () => rerender(drawn(2)));
  expect(await screen.findByText('it came')).toBeTruthy();
});
