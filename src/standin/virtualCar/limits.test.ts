import { limitedBy, revved } from '@tests/support/revved';

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
