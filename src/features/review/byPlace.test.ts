import type { Finding, Place } from '@/core/checks';
import { demo } from '@tests/support/ventisca';
import { byPlace } from './byPlace';

const at = (place: Place): Finding => ({ id: 'engine.cylinderSize', severity: 'warns', place, data: {} });

test('what is found stands with its section, its map, or beside the maps, in the order of work', () => {
  const places: Place[] = [
    'overrun.pressureBelow',
    'maps.ve',
    'outputs.fan',
    'injectors.deadTime',
    'maps.spark',
    'injectors.ratedFlow',
    'maps.ve',
    'engine.bore',
    'sensors.map.points',
    'load.strategy',
  ];
  const groups = byPlace(demo(), places.map(at));
  expect(groups.map(({ label, found }) => [label, found.length])).toEqual([
    ['Engine', 1],
    ['Sensors', 1],
    ['Injectors', 1],
    ['Dead time', 1],
    ['Outputs', 1],
    ['Volumetric efficiency', 2],
    ['Spark advance', 1],
    ['Beside the maps', 2],
  ]);
});
