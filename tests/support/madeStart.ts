import type { JudgedStart } from '@/core/logStudies';

/** A start at 0 °C that went right. */
export const RIGHT_START: JudgedStart = {
  log: 0,
  fromS: 2,
  toS: 60,
  coolantC: 0,
  starterRpm: 220,
  fuelFromTurn: 1.3,
  firedTurn: 3.2,
  crankedTurns: 6,
  end: 'ran',
  ranFromS: 3.5,
  ranForS: 56.5,
  dipped: false,
  lambdaAtCatch: NaN,
  lambdaAtChange: NaN,
  multiple: 3.4,
  taper: null,
  isRetry: false,
  richestSaid: 0.7,
  verdict: 'right',
  givenAfter: 2,
  lambdaAfterS: 0,
};
