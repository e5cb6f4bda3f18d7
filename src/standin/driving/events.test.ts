import { judgedEvents } from '@tests/support/judgedEvents';
import { PLANT_IDS, PLANTS, plantedDrive } from '@tests/support/plantedEvents';

/** What takes longest is proved beside the tests. */
const QUICK = PLANT_IDS.filter((id) => id !== 'batterySag' && id !== 'loopAtLimit' && id !== 'knock');

test.each(QUICK.flatMap((id) => PLANTS[id].demos.slice(0, 1).map((demo) => [id, demo] as const)))(
  '%s, planted in %s, is found, and nothing that is not there',
  (id, demo) => {
    const { missed, untrue } = judgedEvents(plantedDrive(id, demo, 11));
    expect({ missed, untrue }).toEqual({ missed: [], untrue: [] });
  },
);
