import type { Migration } from './migrations/migration';
import { toVersion2 } from './migrations/toVersion2';
import { toVersion3 } from './migrations/toVersion3';
import { toVersion4 } from './migrations/toVersion4';
import { toVersion5 } from './migrations/toVersion5';

/** Every step since version 1, in order. Each has a file of its version in the tests. */
export const MIGRATIONS: readonly Migration[] = [toVersion2, toVersion3, toVersion4, toVersion5];

export type MigrationResult =
  | { readonly ok: true; readonly document: Record<string, unknown> }
  | { readonly ok: false; readonly reason: 'no-version' }
  | { readonly ok: false; readonly reason: 'newer'; readonly version: number }
  | { readonly ok: false; readonly reason: 'too-old'; readonly version: number };

/**
 * Brings a document of any known version to `current`, step by step. A newer one is refused, never guessed at; so is one
 * older than the first step.
 */
export function migrated(
  document: Record<string, unknown>,
  current: number,
  migrations: readonly Migration[] = MIGRATIONS,
): MigrationResult {
  const version = document['version'];
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return { ok: false, reason: 'no-version' };
  }
  if (version > current) return { ok: false, reason: 'newer', version };
  let result = document;
  for (let next = version + 1; next <= current; next += 1) {
    const step = migrations.find((migration) => migration.to === next);
    if (step === undefined) return { ok: false, reason: 'too-old', version };
    result = { ...step.up(result), version: next };
  }
  return { ok: true, document: result };
}
