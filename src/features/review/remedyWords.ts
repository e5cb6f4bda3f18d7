import type { PlaceChange, Remedy } from '@/core/checks';

/** What a remedy does at a place: "610 cm³/min → 610 lb/h", "3 of 16 × 12 cells". */
export function remedyWords({ place, before, now }: PlaceChange, { edits }: Remedy): string {
  for (const edit of edits) {
    if (edit.kind === 'cells' && place === `maps.${edit.mapId}`) {
      return `${edit.changes.length} of ${before ?? now ?? ''}`;
    }
  }
  if (before === null) return `New: ${now ?? ''}`;
  return before === now ? `${now}, otherwise switched` : `${before} → ${now ?? 'taken out'}`;
}
