import { demo, TEST_DAY } from '@tests/support/ventisca';
import { emptyCalibration, usedMaps } from '../calibration';
import { MAP_IDS, type MapId } from '../program';
import { generatedMap } from './generate';
import { usualChoices } from './generator';
import { missingMaps } from './missingMaps';

/** The demo without some of its maps. */
function without(mapIds: readonly MapId[]) {
  const document = demo();
  for (const mapId of mapIds) document.maps[mapId] = null;
  return document;
}

const missing = (document = demo()) => missingMaps(document, usualChoices(document), TEST_DAY);
const ids = (found: readonly { readonly mapId: MapId }[]) => found.map(({ mapId }) => mapId);

describe('the maps that are missing', () => {
  test('are none in a calibration that has them all', () => {
    expect(missing()).toEqual({ proposals: [], waiting: [] });
  });

  test('are every map in use, in the order of work, and each is what its own proposal would be', () => {
    const document = without(MAP_IDS);
    const { proposals, waiting } = missing(document);
    expect([...ids(proposals), ...ids(waiting)]).toHaveLength(usedMaps(document).length);
    expect(ids(proposals)).toEqual(usedMaps(document));
    for (const proposal of proposals) {
      const alone = generatedMap(document, proposal.mapId, usualChoices(document), TEST_DAY);
      expect(alone).toEqual({ ok: true, proposal });
    }
  });

  test('leave alone what is there', () => {
    expect(ids(missing(without(['spark', 'warmUp'])).proposals)).toEqual(['spark', 'warmUp']);
  });

  test('wait for the fields they lack, and say which', () => {
    const empty = emptyCalibration('Empty', TEST_DAY);
    const { proposals, waiting } = missing(empty);
    expect(ids(proposals)).toContain('crankingTaper');
    expect(waiting).toContainEqual({ mapId: 'cranking', missing: ['engine.fuel'] });
    expect(new Set([...ids(proposals), ...ids(waiting)])).toEqual(new Set(usedMaps(empty)));
  });

  test('take the breakpoints of the map they follow, though that one comes later and is missing too', () => {
    const alone = missing(without(['sparkCoolant', 'cranking'])).proposals;
    expect(alone[0]?.after.x).not.toEqual(alone[1]?.after.x);
    const document = without(['sparkCoolant', 'cranking']);
    document.couplings = [{ map: 'sparkCoolant', to: 'cranking' }];
    const { proposals } = missing(document);
    expect(ids(proposals)).toEqual(['sparkCoolant', 'cranking']);
    expect(proposals[0]?.after.x).toEqual(alone[1]?.after.x);
  });

  test('second maps stand on the axes that their first would get', () => {
    const document = without(MAP_IDS);
    document.blend.use = { value: 'yes', source: { kind: 'measured', date: TEST_DAY } };
    const { proposals } = missing(document);
    const of = (mapId: string) => proposals.find((proposal) => proposal.mapId === mapId)?.after;
    expect(of('veSecond')).toBeDefined();
    expect(of('veSecond')?.x).toEqual(of('ve')?.x);
  });
});
