import { writeText } from './writeText';

test('words take the place of those that stand there, in the same piece of text', () => {
  const element = document.createElement('div');
  writeText(element, 'first');
  const piece = element.firstChild;
  writeText(element, 'second');
  expect(element.textContent).toBe('second');
  expect(element.firstChild).toBe(piece);
  expect(element.childNodes).toHaveLength(1);
});

test('the same words are not written again', async () => {
  const element = document.createElement('div');
  writeText(element, 'same');
  const changes = jest.fn();
  const observer = new MutationObserver(changes);
  observer.observe(element, { characterData: true, childList: true, subtree: true });
  writeText(element, 'same');
  await Promise.resolve();
  expect(changes).not.toHaveBeenCalled();
  writeText(element, 'other');
  await Promise.resolve();
  expect(changes).toHaveBeenCalledTimes(1);
  observer.disconnect();
});

test('whatever else stands there goes', () => {
  const element = document.createElement('div');
  element.append(document.createElement('b'), 'tail');
  writeText(element, 'whole');
  expect(element.innerHTML).toBe('whole');
  expect(() => writeText(null, 'nowhere')).not.toThrow();
});
