import { filmed } from '@tests/support/filmed';
import { transients } from '@tests/support/transients';
import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '../carOfDocument';
import { DRIVE_IDS } from '../drives';
import { worstOf } from '../transientCure';
import { DriveWatch } from './facts';
import { Recording } from './recording';

test('a hot stab stays within 8 % of lean with the film as proposed, where enrichment by rate alone leaves more than twice that', () => {
  for (const seed of [1, 2]) {
    const byFilm = worstOf(transients(filmed(demo('ventisca')), 80, seed));
    expect(byFilm.leaner).toBeLessThan(0.08);
    expect(byFilm.died).toBe(false);
    expect(worstOf(transients(demo('ventisca'), 80, seed)).leaner).toBeGreaterThan(0.17);
  }
});

test('a cold one within 15 %', () => {
  for (const id of ['ventisca', 'pardela'] as const) {
    expect(worstOf(transients(filmed(demo(id)), 20, 1)).leaner).toBeLessThan(0.15);
  }
});

describe.each(['ventisca', 'pardela'] as const)('%s', (id) => {
  const program = programOf(demo(id));
  const car = carOf(demo(id), program);

  test.each(DRIVE_IDS)('does not die in the drive %s', (drive) => {
    const surroundings = { barometricKpa: car.barometricKpa, airC: 5 };
    const recording = new Recording(
      program,
      car,
      drive,
      { coolantC: 20, batteryV: 12.6, seed: 1, surroundings },
      20,
    );
    const watch = new DriveWatch(recording.car);
    recording.advance(500);
    expect(watch.facts(recording.trace()).diedAtS).toEqual([]);
  });
});
