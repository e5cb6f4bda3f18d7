import { filmed } from '@tests/support/filmed';
import { transients } from '@tests/support/transients';
import { demo } from '@tests/support/ventisca';
import { worstOf } from '../transientCure';

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
