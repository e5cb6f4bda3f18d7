import { isKey, type KeyPress } from './command';
import { MAP_COMMANDS } from './mapKeys';

const press = (key: string, held: Partial<KeyPress> = {}): KeyPress => ({
  key,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  ...held,
});

describe('keys', () => {
  test.each([
    [press('z', { ctrlKey: true }), 'Ctrl+Z', true],
    [press('z', { metaKey: true }), 'Ctrl+Z', true],
    [press('z'), 'Ctrl+Z', false],
    [press('Z', { ctrlKey: true, shiftKey: true }), 'Ctrl+Z', false],
    [press('Z', { ctrlKey: true, shiftKey: true }), 'Ctrl+Shift+Z', true],
    [press('?', { shiftKey: true }), '?', true],
    [press('?', { ctrlKey: true }), '?', false],
  ])('%p as %s: %p', (event, written, is) => {
    expect(isKey(event, written)).toBe(is);
  });

  test('no two commands of a map share a key', () => {
    const keys = MAP_COMMANDS.flatMap((command) => command.keys as readonly string[]);
    expect(new Set(keys).size).toBe(keys.length);
  });
});
