import type { Calibration } from '../calibration';
import { usedMaps } from '../calibration';
import type { MapId } from '../program';
import { amount, choose } from '@tests/support/checkCases/parts';
import { demo } from '@tests/support/ventisca';
import { changedSince } from './computedFrom';
import { usualChoices } from './generator';
import { staleMaps } from './missingMaps';

const DAY = '2026-11-26';
const changed = (document: Calibration, id: MapId = 'spark') =>
  changedSince(document, id).map(({ path }) => path);
const stale = (document: Calibration) =>
  usedMaps(document).filter((id) => changedSince(document, id).length > 0);

describe('a map knows what it was computed from', () => {
  test('and belongs to the engine as it was described then', () => {
    expect(stale(demo('ventisca'))).toEqual([]);
    expect(stale(demo('pardela'))).toEqual([]);
  });

  test('another compression ratio is seen by the maps that go by it, with both numbers, and by no other', () => {
    const document = demo('ventisca', ({ engine }) => void amount(engine.compressionRatio, 13.5));
    expect(changedSince(document, 'spark')).toEqual([
      { path: 'engine.compressionRatio', before: 9.2, now: 13.5 },
    ]);
    expect(changed(document, 've')).toEqual(['engine.compressionRatio']);
    expect(changed(document, 'lambda')).toEqual([]);
    expect(changed(document, 'idleSpeed')).toEqual([]);
  });

  test('the same number in another unit is the same', () => {
    const document = demo('ventisca', ({ engine }) => {
      Object.assign(engine.maxManifoldPressure ?? {}, { amount: 1.65, unit: 'barAbs' });
    });
    expect(changed(document)).toEqual([]);
  });

  test('a choice is compared by what was chosen', () => {
    const document = demo('ventisca', ({ engine }) => void choose(engine.fuel, 'methanol'));
    expect(changed(document)).toEqual(['engine.fuel']);
  });

  test('one that somebody typed whole, or of which it was not kept, says nothing', () => {
    const other = ({ engine }: Calibration) => void amount(engine.compressionRatio, 13.5);
    const typed = demo('ventisca', (document) => {
      other(document);
      document.maps.spark?.sources.splice(0, 9, { kind: 'measured', date: DAY });
    });
    expect(changed(typed)).toEqual([]);
    const unkept = demo('ventisca', (document) => {
      other(document);
      delete document.maps.spark?.computedFrom;
    });
    expect(changed(unkept)).toEqual([]);
  });

  test('a cell that was measured stays as it is, with its source, when the rest is computed anew', () => {
    const document = demo('ventisca', ({ engine, maps }) => {
      amount(engine.compressionRatio, 13.5);
      if (maps.spark === null) return;
      maps.spark.sources.push({ kind: 'measured', date: DAY });
      maps.spark.cellSources[7] = 1;
      maps.spark.values[7] = 1.5;
    });
    const { proposals } = staleMaps(document, usualChoices(document), DAY);
    const after = proposals.find(({ mapId }) => mapId === 'spark')?.after;
    expect(after?.values[7]).toBe(1.5);
    expect(after?.sources[after.cellSources[7] ?? -1]?.kind).toBe('measured');
    expect(after?.sources[after.cellSources[8] ?? -1]?.kind).toBe('computed');
    expect(after?.values).not.toEqual(document.maps.spark?.values);
  });

  test('all that are out of date are proposed at once, on the breakpoints they have, and are current when accepted', () => {
    const document = demo('ventisca', ({ engine }) => void amount(engine.compressionRatio, 13.5));
    const { proposals, waiting } = staleMaps(document, usualChoices(document), DAY);
    expect(waiting).toEqual([]);
    expect(proposals.map(({ mapId }) => mapId)).toEqual(stale(document));
    expect(proposals.length).toBeGreaterThan(1);
    const maps = { ...document.maps };
    for (const { mapId, after } of proposals) {
      expect(after.x).toEqual(document.maps[mapId]?.x);
      maps[mapId] = after;
    }
    expect(stale({ ...document, maps })).toEqual([]);
  });
});
