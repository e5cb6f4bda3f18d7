import { demo } from '@tests/support/ventisca';
import { calibrationSchema } from '@/core/calibration/schema';
import { edited, type History, historyOf, redone, undone } from './history';
import { historyText, KEPT_HISTORY, stepsIn } from './keptHistory';

/** A history of many edits, the last of them taken back. */
function busy(edits: number): History {
  let history = historyOf(demo());
  for (let i = 0; i < edits; i += 1) {
    history = edited(history, `Note ${i}`, (draft) => {
      draft.note = `note ${i}`;
    });
  }
  return undone(history);
}

const reloaded = (history: History, text = historyText(history)): History => {
  // What storage gives back went through text and the schema.
  const document = calibrationSchema.parse(JSON.parse(JSON.stringify(history.document)));
  return { document, ...stepsIn(text, document) };
};

describe('the way back over a reload', () => {
  test('leads where it led, in both directions, with its words', () => {
    const before = busy(5);
    const after = reloaded(before);
    expect(after.past.map(({ label }) => label)).toEqual(['Note 0', 'Note 1', 'Note 2', 'Note 3']);
    expect(after.future.map(({ label }) => label)).toEqual(['Note 4']);
    expect(redone(after).document).toEqual(redone(before).document);
    let back = after;
    while (back.past.length > 0) back = undone(back);
    expect(back.document).toEqual(demo());
  });

  test('is of that document only', () => {
    const before = busy(3);
    const other = { ...before.document, note: 'another' };
    expect(stepsIn(historyText(before), other)).toEqual({ past: [], future: [] });
  });

  test.each([null, '', '{', '{"of":1}', '[]', '{"of":1,"past":[{"label":3}],"future":[]}'])(
    'what was damaged (%p) is no way back, and no error',
    (text) => {
      expect(stepsIn(text, demo())).toEqual({ past: [], future: [] });
    },
  );

  test('is bounded by steps and by text, the nearest kept', () => {
    const long = reloaded(busy(200));
    expect(long.past).toHaveLength(KEPT_HISTORY.steps);
    expect(long.past.at(-1)?.label).toBe('Note 198');
    const text = historyText(busy(200), {
      ...KEPT_HISTORY,
      characters: 4000,
    } as unknown as typeof KEPT_HISTORY);
    expect(text.length).toBeLessThanOrEqual(4000);
    const short = stepsIn(text, busy(200).document).past;
    expect(short.length).toBeGreaterThan(3);
    expect(short.at(-1)?.label).toBe('Note 198');
  });
});
