import {
  type Calibration,
  calibrationFromJson,
  fieldInfo,
  SECTION_IDS,
  sectionAt,
  sectionFields,
  splitPath,
} from '../calibration';
import { type ChannelValues, CORRECTION_CHANNELS, PHASE } from '../channel';
import { CORRECTION_OPERATIONS, CORRECTION_TARGETS, correctionDefinition } from '../correction/schema';
import { LAMBDA_LIMITS } from '../ecu';
import type { QuantityFieldInfo } from '../field';
import { MAP_DEFINITIONS, MAP_IDS } from '../program';
import fc from 'fast-check';
import { demo, injected, programOf } from '@tests/support/ventisca';

/** A number within limits, often at one of them. */
const within = (min: number, max: number) =>
  fc.oneof(fc.constantFrom(min, max), fc.double({ min, max, noNaN: true }));

const quantities = SECTION_IDS.flatMap(sectionFields).flatMap((path) => {
  const info = fieldInfo(path);
  return info?.kind === 'quantity' ? [{ path, info: info as QuantityFieldInfo }] : [];
});

const strategies = ['speedDensity', 'throttle', 'throttlePressure', 'airMass', 'pulseWidth'] as const;

/** One change of a document: a field to anything within its limits, a map to one value, a correction of any kind. */
const changes: fc.Arbitrary<(document: Calibration) => void> = fc.oneof(
  fc.constantFrom(...quantities).chain(({ path, info }) =>
    within(info.min, info.max).map((amount) => (document: Calibration) => {
      const { section, key } = splitPath(path);
      const field = sectionAt(document, section)[key] as { amount: number; unit: string } | null;
      if (field !== null) Object.assign(field, { amount, unit: info.unit });
    }),
  ),
  fc.constantFrom(...MAP_IDS).chain((id) =>
    within(MAP_DEFINITIONS[id].min, MAP_DEFINITIONS[id].max).map((value) => (document: Calibration) => {
      document.maps[id]?.values.fill(value);
    }),
  ),
  fc
    .record({
      on: fc.constantFrom(...CORRECTION_TARGETS),
      operation: fc.constantFrom(...CORRECTION_OPERATIONS),
      x: fc.constantFrom(...CORRECTION_CHANNELS),
      share: within(0, 1),
    })
    .map(({ on, operation, x, share }) => (document: Calibration) => {
      const definition = correctionDefinition({ id: 'c', name: 'c', on, operation, x, y: null });
      const value = definition.min + share * (definition.max - definition.min);
      document.corrections.push({
        id: `c${document.corrections.length}`,
        name: 'c',
        enabled: true,
        on,
        operation,
        x,
        y: null,
        activation: null,
        map: {
          x: [definition.x.min, definition.x.max],
          y: [],
          values: [value, value],
          sources: [{ kind: 'estimated', date: '2026-11-23' }],
          cellSources: [0, 0],
        },
      });
    }),
  fc.constantFrom('fixed', 'manifold', 'measured').map((value) => (document: Calibration) => {
    Object.assign(document.injectors.regulator ?? {}, { value });
  }),
);

const points: fc.Arbitrary<ChannelValues> = fc.record({
  phase: fc.constantFrom(PHASE.cranking, PHASE.running),
  speed: within(30, 20000),
  manifoldPressure: within(5, 450),
  coolant: within(-50, 150),
  air: within(-50, 150),
  battery: within(5, 20),
  sinceStart: fc.oneof(fc.constant(Infinity), within(0, 3600)),
  throttle: within(0, 100),
  throttleRate: within(0, 2000),
  turnsSinceOpening: within(0, 500),
  airFlow: within(0, 2000),
  ethanol: within(0, 100),
  gear: within(0, 10),
  cylinder: fc.oneof(fc.constant(NaN), fc.integer({ min: 1, max: 16 })),
  turns: within(0, 500),
  fuelPressure: fc.oneof(fc.constant(NaN), within(0, 1500)),
});

test('every number on the way from sensors to opening is finite, for any document that is accepted', () => {
  let accepted = 0;
  fc.assert(
    fc.property(
      fc.constantFrom('ventisca', 'pardela'),
      fc.array(changes, { minLength: 1, maxLength: 8 }),
      fc.array(points, { minLength: 3, maxLength: 3 }),
      (id, made, at) => {
        const document = demo(id as 'ventisca', (draft) => made.forEach((change) => change(draft)));
        const read = calibrationFromJson(JSON.parse(JSON.stringify(document)));
        fc.pre(read.ok);
        accepted += 1;
        const program = programOf(document);
        const { ve } = program.tables;
        for (const point of at) {
          for (const strategy of strategies) {
            if (ve === undefined && strategy !== 'airMass') continue;
            if (strategy === 'pulseWidth') continue;
            const tables = ve === undefined ? program.tables : { ...program.tables, veThrottle: ve };
            const load = { ...program.load, strategy };
            const injection = injected({ ...program, load, tables }, point);
            for (const [name, value] of Object.entries({ ...injection, ...injection.spark })) {
              if (typeof value === 'number' && !Number.isFinite(value))
                throw new Error(`${name} is ${value}`);
            }
            expect(injection.fuelMg).toBeGreaterThanOrEqual(0);
            expect(injection.openingMs).toBeGreaterThanOrEqual(0);
            expect(injection.dutyPercent).toBeGreaterThanOrEqual(0);
            expect(injection.lambdaTarget).toBeGreaterThanOrEqual(LAMBDA_LIMITS.min);
            expect(injection.lambdaTarget).toBeLessThanOrEqual(LAMBDA_LIMITS.max);
          }
        }
      },
    ),
    { numRuns: 300 },
  );
  expect(accepted).toBeGreaterThan(100);
});
