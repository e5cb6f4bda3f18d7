import { demo, programOf } from '@tests/support/ventisca';
import { AT, read } from '@/core/channel';
import type { CutBy } from '@/core/control';
import type { EcuProgram } from '@/core/program';
import { carOf } from '../carOfDocument';
import type { CarEvent } from './event';
import { VirtualCar } from './virtualCar';

interface Revved {
  readonly top: number;
  readonly events: readonly (CarEvent & { readonly allCut: boolean; readonly totalInjectedMg: number })[];
  readonly car: VirtualCar;
}

/** The engine started hot and revved in neutral with the foot down, for some seconds. */
function revved(id: 'ventisca' | 'pardela', change: (program: EcuProgram) => EcuProgram, seed = 2): Revved {
  const document = demo(id);
  const program = change(programOf(document));
  const truth = carOf(document, program);
  const surroundings = { barometricKpa: truth.barometricKpa, airC: 10 };
  const car = new VirtualCar(program, truth, { coolantC: 80, batteryV: 12.8, surroundings, seed });
  const events: Revved['events'][number][] = [];
  let top = 0;
  car.controls.key = true;
  car.advance(1.6);
  car.controls.starter = true;
  for (let i = 0; i < 300 && car.plant.speedRpm < 900; i += 1) car.advance(0.02);
  car.controls.starter = false;
  car.advance(4);
  car.onEvent = (event) => {
    const allCut = read(car.frame, AT.cutShare) === 100;
    events.push({ ...event, allCut, totalInjectedMg: car.plant.totals.injectedMg });
    top = Math.max(top, event.speedRpm);
  };
  car.controls.pedalPercent = 100;
  car.advance(5);
  return { top, events, car };
}

const limitedBy =
  (by: CutBy, change: Partial<NonNullable<EcuProgram['limits']>> = {}) =>
  (program: EcuProgram): EcuProgram => ({
    ...program,
    limits: program.limits && { ...program.limits, by, byCoolant: null, ...change },
  });

describe.each(['ventisca', 'pardela'] as const)('%s against its limit in neutral', (id) => {
  const hardRpm = id === 'ventisca' ? 7400 : 8200;

  test.each(['fuel', 'spark', 'both'] as const)('by %s the engine stays within 1.5 % above it', (by) => {
    const { top } = revved(id, limitedBy(by));
    expect(top).toBeGreaterThan(hardRpm - 350);
    expect(top).toBeLessThan(hardRpm * 1.015);
  });

  test('with no softness at all too, and with the spark pulled first', () => {
    const softRpm = hardRpm;
    expect(revved(id, limitedBy('spark', { softRpm })).top).toBeLessThan(hardRpm * 1.015);
    expect(revved(id, limitedBy('fuel', { softly: 'retard', retardDeg: 15 })).top).toBeLessThan(
      hardRpm * 1.03,
    );
  });

  test('without a limit it turns faster', () => {
    expect(revved(id, (program) => ({ ...program, limits: null })).top).toBeGreaterThan(hardRpm * 1.1);
  });

  test('by spark nothing fires while all is cut, and fuel runs on', () => {
    const { events } = revved(id, limitedBy('spark', { softRpm: hardRpm }));
    const cut = events.filter(({ allCut }) => allCut);
    expect(cut.length).toBeGreaterThan(20);
    expect(cut.filter(({ outcome }) => outcome === 'burned')).toEqual([]);
    expect(cut.every(({ injectedMg, sparkCut }) => injectedMg > 0 && sparkCut)).toBe(true);
  });

  test('by fuel nothing is injected while all is cut: what burns is what was injected before, and the film', () => {
    const { events } = revved(id, limitedBy('fuel', { softRpm: hardRpm }));
    let cutFor = 0;
    for (const [i, event] of events.entries()) {
      cutFor = event.allCut ? cutFor + 1 : 0;
      if (!event.allCut) continue;
      expect(event.injectedMg).toBe(0);
      expect(event.sparkCut).toBe(false);
      if (cutFor > 1) expect(event.totalInjectedMg).toBe(events[i - 1]?.totalInjectedMg);
      // A cycle after the last injection only the film is left, which does not make a charge.
      if (cutFor > 14) expect(event.outcome).not.toBe('burned');
    }
  });

  test('cuts are counted a charge each, and fairly', () => {
    const { car, events } = revved(id, limitedBy('fuel'));
    const { cuts } = car.limited.rotation;
    expect(Math.max(...cuts) - Math.min(...cuts)).toBeLessThanOrEqual(1);
    const counted = car.limited.fuelCuts.reduce((a, b) => a + b, 0);
    expect(counted).toBe(events.filter(({ cut }) => cut).length);
  });
});
