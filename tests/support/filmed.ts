import { TEST_DAY } from './ventisca';
import type { Calibration } from '@/core/calibration';
import { generatedMap, usualChoices } from '@/core/generators';

/** A calibration whose fuel follows the film as it is proposed. */
export function filmed(from: Calibration): Calibration {
  const document = structuredClone(from);
  document.acceleration.model = { value: 'film', source: { kind: 'estimated', date: TEST_DAY } };
  for (const id of ['filmShare', 'filmTime'] as const) {
    const generated = generatedMap(document, id, usualChoices(document), TEST_DAY);
    if (!generated.ok) throw new TypeError(`${id} lacks ${generated.missing.join()}`);
    document.maps[id] = generated.proposal.after;
  }
  return document;
}
