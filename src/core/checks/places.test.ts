import { existsSync } from 'node:fs';
import { SECTION_IDS, sectionFields } from '../calibration';
import { neutralMap } from '../correction/schema';
import { withAcceptance } from './accepted';
import { CHECKS } from './all';
import { findings } from './checks';
import { cellOf, pageOf, placeLabel, wayTo, wayToFinding } from './places';
import { MAP_CASES } from '@tests/support/checkCases/maps';
import { source } from '@tests/support/checkCases/parts';
import { SHEET_CASES } from '@tests/support/checkCases/sheet';
import { demo } from '@tests/support/ventisca';

test('where things stand in the app', () => {
  expect(pageOf('injectors.ratedFlow')).toBe('build/injectors');
  expect(pageOf('injectors.deadTime')).toBe('build/dead-time');
  expect(pageOf('sensors.map.points')).toBe('build/sensors/map');
  expect(pageOf('pins.crank')).toBe('build/pins');
  expect(pageOf('outputs.fan')).toBe('build/outputs');
  expect(pageOf('maps.ve')).toBe('maps/ve');
  expect(pageOf('overrun.pressureBelow')).toBe('maps/overrun');
  expect(pageOf('load.strategy')).toBe('maps/load');
  expect(pageOf('blend.use')).toBe('maps/load');
  expect(pageOf('corrections.own')).toBe('maps/corrections');
});

test('every field stands on the page of its section, none on the engine’s for want of another', () => {
  const pages = Object.fromEntries(
    SECTION_IDS.map((id) => [id, [...new Set(sectionFields(id).map((path) => pageOf(path)))]]),
  );
  expect(pages).toMatchObject({
    startUp: ['maps/cranking'],
    acceleration: ['maps/acceleration'],
    closedLoop: ['maps/loop'],
    learned: ['maps/learned'],
    knock: ['maps/knock'],
    idle: ['build/engine'],
    'protection.oilPressure': ['maps/protection'],
  });
  const onEngine = SECTION_IDS.filter((id) => pages[id]?.includes('build/engine'));
  expect(onEngine).toEqual(['engine', 'idle']);
});

test('a sensor by itself, and a field that is none of a sensor, have no page of a sensor', () => {
  expect(pageOf('sensors.map' as Parameters<typeof pageOf>[0])).toBe('build/sensors');
  expect(pageOf('engine.bore')).toBe('build/engine');
});

test('the way to a place names the place, and the cell of a map that is meant', () => {
  expect(wayTo('injectors.deadTime')).toBe('build/dead-time?at=injectors.deadTime');
  expect(wayTo('pins.coil-1')).toBe('build/pins?at=pins.coil-1');
  const finding = { id: 'maps.veSpike', severity: 'warns', place: 'maps.ve' } as const;
  expect(wayToFinding({ ...finding, data: { cell: { column: 3, row: 0, value: 70 } } })).toBe(
    'maps/ve?at=maps.ve&cell=3,0',
  );
  expect(wayToFinding({ ...finding, data: {} })).toBe('maps/ve?at=maps.ve');
});

test('a cell is one where both its numbers are', () => {
  const of = (data: Record<string, unknown>) =>
    cellOf({ id: 'maps.veSpike', severity: 'warns', place: 'maps.ve', data });
  expect(of({ cell: { column: 2, row: 5, x: 1 } })).toEqual({ column: 2, row: 5 });
  expect(of({ cell: { column: 2 } })).toBeNull();
  expect(of({ cell: { row: 2 } })).toBeNull();
  expect(of({ cell: { column: '2', row: 2 } })).toBeNull();
  expect(of({ cell: { column: 2, row: null } })).toBeNull();
  expect(of({})).toBeNull();
});

test('what they are called', () => {
  const document = demo('ventisca', (draft) => {
    const shape = { on: 'fuel', operation: 'multiply', x: 'ethanol', y: null } as const;
    draft.corrections = [
      {
        id: 'own',
        name: 'For ethanol',
        enabled: true,
        ...shape,
        activation: null,
        map: neutralMap(shape, source),
      },
    ];
  });
  expect(placeLabel(document, 'injectors.ratedFlow')).toBe('Rated flow');
  expect(placeLabel(document, 'maps.ve')).toBe('Volumetric efficiency');
  expect(placeLabel(document, 'outputs.fan')).toBe(document.outputs.find(({ id }) => id === 'fan')?.name);
  expect(placeLabel(document, 'outputs.gone')).toBe('Outputs');
  expect(placeLabel(document, 'pins.output-fan')).not.toBe('Pins');
  expect(placeLabel(document, 'pins.gone')).toBe('Pins');
  expect(placeLabel(document, 'corrections.own')).toBe('For ethanol');
});

test('everything that is found has a name, and a page that is there', () => {
  const said = new Set<string>();
  for (const [, , , triggers] of [...SHEET_CASES, ...MAP_CASES]) {
    const document = demo('ventisca', triggers);
    for (const { id, place } of findings(document)) {
      said.add(id);
      expect(placeLabel(document, place)).toMatch(/^[A-Z]/);
      const page = pageOf(place).replace(/^maps\/(?!load|overrun|corrections)\w+/, 'maps/[mapId]');
      const file = `src/app/c/[id]/${page.replace(/^build\/sensors\/\w+/, 'build/sensors/[sensorId]')}`;
      expect(() =>
        withAcceptance(document, { id, place, severity: 'warns', data: {} }, 'Seen', '2026-11-26'),
      ).not.toThrow();
      expect([file, existsSync(`${file}.tsx`) || existsSync(`${file}/index.tsx`)]).toEqual([file, true]);
    }
  }
  expect(said.size).toBeGreaterThan(CHECKS.length / 3);
});
