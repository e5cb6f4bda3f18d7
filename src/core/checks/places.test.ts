import { existsSync } from 'node:fs';
import { neutralMap } from '../correction/schema';
import { withAcceptance } from './accepted';
import { CHECKS } from './all';
import { findings } from './checks';
import { pageOf, placeLabel } from './places';
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
