import { pardela } from '@/standin/carOfDocument/pardela';
import { ventisca } from '@/standin/carOfDocument/ventisca';
import { barometricKpa } from '@/core/air';
import { NO_IDLE } from '@/core/program';
import type { Metal, Surroundings } from '@/standin/plant';

const BUILT = {
  ventisca: {
    build: ventisca,
    altitudeM: 1900,
    idleAir: 'valve',
    firing: [1, 4, 2, 5, 3, 6].map((cylinder, i) => ({ cylinder, angleDeg: i * 120 })),
  },
  pardela: {
    build: pardela,
    altitudeM: 300,
    idleAir: 'thermostatic',
    firing: [1, 3, 4, 2].map((cylinder, i) => ({ cylinder, angleDeg: i * 180 })),
  },
} as const;

/** A demo’s engine and the place it stands, without a calibration: what tests of the metal alone begin with. */
export function builtMetal(id: keyof typeof BUILT = 'ventisca'): { metal: Metal; place: Surroundings } {
  const { build, altitudeM, idleAir, firing } = BUILT[id];
  return {
    metal: build({ firing, idleAir, idle: NO_IDLE, second: null }).engine,
    place: { barometricKpa: barometricKpa(altitudeM), airC: 10 },
  };
}
