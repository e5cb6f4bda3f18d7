import { str as crc32 } from 'crc-32';
import { CALIBRATION_EDITION, calibrationFromJson } from '@/core/calibration';
import { jsonObject } from './entryList';
import { recordSchema, snapshotSchema, type CalibrationRecord, type Snapshot } from './record';

/** What a stored text says of itself before the document in it is looked at. */
export interface RecordHead {
  readonly revision: number;
  readonly createdAt: string | null;
  /** Of the shape that the document in it has; 0 where it was written before editions were. */
  readonly edition: number;
}

/** Begins the document in a stored text; what follows it, but for the closing brace, is what the checksum is of. */
const DOCUMENT_MARK = ',"document":';

/** A record with its document last, behind a checksum of its text. */
export function recordText({ document, ...head }: CalibrationRecord | Snapshot): string {
  const text = JSON.stringify(document);
  const about = { ...head, edition: CALIBRATION_EDITION, checksum: crc32(text) };
  return `${JSON.stringify(about).slice(0, -1)}${DOCUMENT_MARK}${text}}`;
}

/** Revision and birth of a stored text whose checksum holds; null for a damaged one. Records of old have no checksum. */
export function headOf(text: string | null): RecordHead | null {
  if (text === null || !isWhole(text)) return null;
  const head = jsonObject(
    text.includes('"checksum":') ? `${text.slice(0, text.indexOf(DOCUMENT_MARK))}}` : text,
  );
  const { revision, createdAt } = head;
  if (typeof revision !== 'number' || !Number.isInteger(revision) || revision < 1) return null;
  return {
    revision,
    createdAt: typeof createdAt === 'string' ? createdAt : null,
    edition: editionOf(head),
  };
}

/** Whether what a stored text says of itself is that a newer build wrote it, which knows of more than this one. */
export function isOfNewerBuild(head: RecordHead | null): boolean {
  return head !== null && head.edition > CALIBRATION_EDITION;
}

/** The record in a stored text; null for one that is damaged in any way, or holds what this build does not know of. */
export function recordOf(text: string | null): CalibrationRecord | null {
  const stored = wholeObject(text);
  const document = stored === null ? null : calibrationFromJson(stored['document']);
  if (document === null || !document.ok) return null;
  const record = recordSchema.safeParse({ ...stored, document: document.document });
  return record.success ? record.data : null;
}

/** The snapshot in a stored text; null for a damaged one. */
export function snapshotOf(text: string | null): Snapshot | null {
  const stored = wholeObject(text);
  const document = stored === null ? null : calibrationFromJson(stored['document']);
  if (document === null || !document.ok) return null;
  const snapshot = snapshotSchema.safeParse({ ...stored, document: document.document });
  return snapshot.success ? snapshot.data : null;
}

/** What a text holds; null for a damaged one, and for one that holds what this build does not know of. */
function wholeObject(text: string | null): Record<string, unknown> | null {
  const stored = text === null || !isWhole(text) ? null : jsonObject(text);
  return stored === null || editionOf(stored) > CALIBRATION_EDITION ? null : stored;
}

function editionOf({ edition }: Record<string, unknown>): number {
  return typeof edition === 'number' ? edition : 0;
}

/** Whether the document in a text is the one its checksum was made of. */
function isWhole(text: string): boolean {
  const at = text.indexOf(DOCUMENT_MARK);
  const checksum = /"checksum":(-?\d+)$/.exec(text.slice(0, Math.max(0, at)))?.[1];
  return checksum === undefined || crc32(text.slice(at + DOCUMENT_MARK.length, -1)) === Number(checksum);
}
