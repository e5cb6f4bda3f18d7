import { type Calibration, usedMaps } from '@/core/calibration';
import { generatedMap } from '@/core/generators';
import { choose } from './everything';
import { demo, TEST_DAY } from './ventisca';

/** A number typed into a field of the closed loop. */
export function loopNumber(
  document: Calibration,
  key: 'delayFixed' | 'delayAir' | 'lag' | 'pipeBehind' | 'believedWithin' | 'speedFrom' | 'coolantFrom',
  amount: number,
  unit: string,
): void {
  document.closedLoop[key] = { amount, unit, source: { kind: 'measured', date: TEST_DAY } };
}

/** Ventisca with its closed loop on, and the maps of it as they are proposed. */
export function looped(
  id: 'ventisca' | 'pardela' = 'ventisca',
  change: (document: Calibration) => void = () => undefined,
): Calibration {
  const document = demo(id, (draft) => {
    choose(draft, 'closedLoop.use', 'yes');
    change(draft);
  });
  for (const mapId of usedMaps(document)) {
    if (document.maps[mapId] !== null) continue;
    const result = generatedMap(
      document,
      mapId,
      { firstRun: false, cams: 'sporting', use: 'sprint' },
      TEST_DAY,
    );
    if (result.ok) document.maps[mapId] = result.proposal.after;
  }
  return document;
}
