import { choose } from '@tests/support/everything';
import { judgeMapping, mappedUnplugged, mappingOf, sensorsFoundApart } from '@tests/support/mappingDrive';
import { benchOf } from '@tests/support/procedureRun';
import { describedDemo } from '@tests/support/procedureTruths';
import { programOf } from '@tests/support/ventisca';
import { frameOf } from '@/core/channel';
import { mappedCells, mappingAtRest, sensorsApart, takeSample } from '@/core/log';
import { carOf } from '../carOfDocument';

test('twenty minutes at the brake: what it calls right is, and it was not right before', () => {
  const { off, right, corrections, tookS } = judgeMapping('pardela', 31);
  expect(right).toBeGreaterThan(20);
  expect(corrections).toBeGreaterThan(1);
  expect(tookS).toBeLessThan(1201);
  expect(off).toBeLessThan(0.02);
});

test('no sensor plugged in: nothing is called right, nothing corrected, and why is known', () => {
  expect(mappedUnplugged('pardela', 31)).toEqual({ right: 0, corrections: 0, leftOut: 'noLambda' });
});

test('a bank that gets a twentieth less: the sensors are found apart by it', () => {
  // What a seed makes of the injectors stands between them already.
  const [even, lean] = [sensorsFoundApart(31, 0) ?? NaN, sensorsFoundApart(31, 0.05) ?? NaN];
  expect(Math.abs(lean - even - Math.log(0.95))).toBeLessThan(0.004);
});

test('two sensors on two cylinders: what their injectors differ by is found within half a per cent', () => {
  const source = { kind: 'measured', date: '2026-11-28' } as const;
  const document = describedDemo('ventisca', (draft) => {
    for (const [id, cylinder] of [
      ['lambdaOne', 2],
      ['lambdaTwo', 5],
    ] as const) {
      choose(draft, `sensors.${id}.sees`, 'cylinder');
      draft.sensors[id].cylinder = { amount: cylinder, unit: '1', source };
    }
  });
  const car = carOf(document, programOf(document));
  const fuelShare = [1, 1.03, 1, 1, 0.99, 1];
  const airShare = car.engine.airShare.map(() => 1);
  const bench = benchOf(
    document,
    { ...car, engine: { ...car.engine, fuelShare, airShare } },
    { coolantC: 84, airC: 15 },
  );
  const frame = frameOf();
  bench.take({ starter: true });
  bench.advance(2, frame, () => undefined);
  bench.take({ starter: false, holdRpm: 2550, pedalPercent: 20 });
  bench.advance(20, frame, () => undefined);
  const [mapping, task] = [mappingAtRest(), mappingOf(document)];
  expect(task.sensors).toEqual(['lambdaOne', 'lambdaTwo']);
  for (let i = 0; i < 1000; i += 1) {
    bench.advance(0.02, frame, () => undefined);
    takeSample(mapping, task, frame);
  }
  // The second cylinder has 1.03 / 0.99 of the fuel of the fifth.
  const apart = sensorsApart(mapping);
  expect(apart?.forS).toBeGreaterThan(10);
  expect(Math.abs((apart?.ln ?? 0) - Math.log(0.99 / 1.03))).toBeLessThan(0.005);
  expect(mappedCells(mapping, task).provenS.some((seconds) => seconds > 5)).toBe(true);
});
