import { calibrationFromSheet, STARTER_SHEETS } from '@/core/starters';
import { given, say, verdict } from './report.mts';

const SEEDS = 25;

/** Engines known only by their description run, whichever of their kind they are. */
export function proveDescribed(firstSeed: number): void {
  for (const sheet of STARTER_SHEETS) {
    const document = calibrationFromSheet(sheet, 'starter', sheet.name, '2026-11-26');
    // The demos are driven in hard frost; what one begins from is meant to start from −10 °C.
    const coldestC = sheet.standIn === 'described' ? -10 : -20;
    for (const coolantC of [coldestC, 20, 80]) {
      const all = Array.from({ length: SEEDS }, (_, i) =>
        verdict(given(document, firstSeed + i), coolantC, 12.6, firstSeed + i),
      );
      const runs = all.filter(({ turnsToCatch }) => turnsToCatch !== null).length;
      const asAsked = all.filter(({ code }) => code === 'caught').length;
      say(
        runs === SEEDS,
        `${sheet.id} as described, ${coolantC} °C: ${runs} of ${SEEDS} run, ${asAsked} as asked`,
      );
    }
  }
}
