import { useState } from 'react';
import { Pressable, Text, View } from 'react-native';
import { act, fireEvent, render, screen } from '@tests/support/render';
import { Chips } from '../button/Chips';
import { TextBox } from '../field';
import { useFocusKept } from './useFocusKept';

const enter = (element: Element) => {
  fireEvent.keyDown(element, { key: 'Enter' });
  act(() => void jest.runOnlyPendingTimers());
};
const box = (name: string) => screen.getByRole('textbox', { name });

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

function Form({ refuses = false }: { refuses?: boolean }) {
  const [text, setText] = useState('1');
  return (
    <View role="main">
      <TextBox label="Bore" value={text} onChangeText={setText} invalid={refuses} onDone={() => undefined} />
      <Chips
        label="Induction"
        options={[
          { id: 'none', label: 'None' },
          { id: 'belt', label: 'Belt' },
        ]}
        value="belt"
        onChange={() => undefined}
      />
      <TextBox label="Stroke" value="74" onChangeText={() => undefined} />
    </View>
  );
}

describe('Enter in a field', () => {
  test('goes to the next field, to the chosen radio of a group, and stays in the last', () => {
    render(<Form />);
    act(() => box('Bore').focus());
    enter(box('Bore'));
    expect(screen.getByRole('radio', { name: 'Belt' })).toHaveFocus();
    enter(screen.getByRole('radio', { name: 'Belt' }));
    expect(box('Stroke')).toHaveFocus();
    enter(box('Stroke'));
    expect(box('Stroke')).toHaveFocus();
  });

  test('stays where the text was refused', () => {
    render(<Form refuses />);
    act(() => box('Bore').focus());
    enter(box('Bore'));
    expect(box('Bore')).toHaveFocus();
  });
});

function Rows() {
  const [rows, setRows] = useState(['a', 'b']);
  useFocusKept();
  return (
    <View role="main" tabIndex={-1}>
      <View role="group" aria-label="Rows">
        {rows.map((row) => (
          <Pressable key={row} role="button" onPress={() => setRows(rows.filter((each) => each !== row))}>
            <Text>{row}</Text>
          </Pressable>
        ))}
      </View>
    </View>
  );
}

/** The page tells of what was taken away in a task of its own. */
const settled = () => act(async () => Promise.resolve());

describe('the keyboard is never lost', () => {
  test('it goes to what is left beside, then to the page', async () => {
    render(<Rows />);
    for (const name of ['b', 'a']) {
      const button = screen.getByRole('button', { name });
      act(() => button.focus());
      fireEvent.click(button);
      await settled();
      if (name === 'b') expect(screen.getByRole('button', { name: 'a' })).toHaveFocus();
    }
    expect(screen.getByRole('main')).toHaveFocus();
  });

  test('a press beside everything takes it away, as everywhere', async () => {
    render(<Rows />);
    const button = screen.getByRole('button', { name: 'a' });
    act(() => button.focus());
    act(() => button.blur());
    await settled();
    expect(document.body).toHaveFocus();
  });
});
