import { demo } from '@tests/support/ventisca';
import { everything } from '@tests/support/everything';
import { calibrationSchema } from './schema';
import { withoutWords } from './withoutWords';

const documents = [demo('ventisca'), demo('pardela'), everything()].map((document) => {
  document.note = 'Spare engine of Nevasca';
  document.review.accepted = [
    { check: 'one', place: 'engine', reason: 'Nevasca said so', covered: 1 } as never,
    ...document.review.accepted,
  ];
  return document;
});

/** Every text under a key `note`, anywhere. */
function notesIn(value: unknown): string[] {
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, one]) =>
    key === 'note' && typeof one === 'string' && one !== '' ? [one] : notesIn(one),
  );
}

test('nothing is left out that was not asked for', () => {
  for (const document of documents)
    expect(withoutWords(document, { names: false, notes: false })).toEqual(document);
});

test('without notes no note is left, and all numbers with their kinds of source are', () => {
  for (const document of documents) {
    expect(notesIn(document)).not.toEqual([]);
    const plain = withoutWords(document, { names: false, notes: true });
    expect(notesIn(plain)).toEqual([]);
    expect(JSON.stringify(plain)).not.toContain('Nevasca');
    expect([plain.name, plain.engine.bore?.amount]).toEqual([document.name, document.engine.bore?.amount]);
    expect(plain.maps.ve?.values).toEqual(document.maps.ve?.values);
    expect(plain.engine.bore?.source.kind).toBe(document.engine.bore?.source.kind);
  }
});

test('without names neither the calibration nor who signed it is named; it is still a calibration', () => {
  for (const document of [demo('ventisca'), demo('pardela')]) {
    const plain = withoutWords(document, { names: true, notes: true });
    expect([plain.name, plain.review.signOff]).toEqual(['Left out', null]);
    expect(calibrationSchema.safeParse(plain).success).toBe(true);
  }
});
