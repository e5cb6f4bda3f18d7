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

/** A button beside others that opens something in its own place. */
function Opened() {
  const [open, setOpen] = useState(false);
  useFocusKept();
  const button = (name: string, onPress?: () => void) => (
    <Pressable role="button" onPress={onPress}>
      <Text>{name}</Text>
    </Pressable>
  );
  return (
    <View role="main" tabIndex={-1}>
      <View>
        {button('Back')}
        {open ? (
          <View key="opened">{button('Accept')}</View>
        ) : (
          <View key="closed">{button('Open', () => setOpen(true))}</View>
        )}
        {button('Next')}
      </View>
    </View>
  );
}

function Rows({ names = ['a', 'b'] }: { names?: string[] }) {
  const [rows, setRows] = useState(names);
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

  test('it goes to what has come in its place, not to the beginning', async () => {
    render(<Opened />);
    const button = screen.getByRole('button', { name: 'Open' });
    act(() => button.focus());
    fireEvent.click(button);
    await settled();
    expect(screen.getByRole('button', { name: 'Accept' })).toHaveFocus();
  });

  test('with nothing behind it, it goes to what stands just before', async () => {
    render(<Rows names={['a', 'b', 'c']} />);
    const button = screen.getByRole('button', { name: 'c' });
    act(() => button.focus());
    fireEvent.click(button);
    await settled();
    expect(screen.getByRole('button', { name: 'b' })).toHaveFocus();
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
