import { type Calibration, calibrationSchema } from '@/core/calibration';
import { z } from '@/core/field/schema';

/** A stored calibration with what storage needs to know of it. */
export interface CalibrationRecord {
  readonly id: string;
  /** Raised by every save; a save names the revision it started from, so no tab overwrites another unseen. */
  readonly revision: number;
  readonly createdAt: string;
  readonly document: Calibration;
}

/** What the list shows without opening a document. */
export interface CalibrationEntry {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  /** The engine in a few words, or empty while it is unknown. */
  readonly engineLine: string;
  readonly createdAt: string;
  readonly modifiedAt: string;
  readonly sizeBytes: number;
  /** When it was put in the bin; null while it is kept. */
  readonly deletedAt: string | null;
  /** How long it has been seen to lie there, and when it was last seen. */
  readonly binned?: { readonly ageMs: number; readonly seenAt: string } | undefined;
  /** The revision that last left as a file, and when; left out while none did. */
  readonly exported?: { readonly revision: number; readonly at: string } | undefined;
}

/** A calibration as it once was, under a name. */
export interface Snapshot {
  readonly id: string;
  readonly name: string;
  readonly takenAt: string;
  /** Taken by the builder, or by Lumbre before much was changed at once. */
  readonly kind: 'named' | 'automatic';
  readonly document: Calibration;
}

export const snapshotSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  takenAt: z.iso.datetime(),
  kind: z.enum(['named', 'automatic']).default('named'),
  document: calibrationSchema,
});

export const recordSchema = z.object({
  id: z.string().min(1),
  revision: z.number().int().min(1),
  createdAt: z.iso.datetime(),
  document: calibrationSchema,
});
