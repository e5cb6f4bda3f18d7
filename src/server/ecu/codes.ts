import { randomInt } from 'node:crypto';
import type { Codes } from '@/link';

/** Letters and digits that are not taken for others when they are read out. */
const SIGNS = 'ACDEFHJKLMNPRTUVWXY3479';
const PAIRING_LENGTH = 6;
const LOCK_DIGITS = 6;

/** Codes for an engine computer that is hosted: those that are given, else made up anew each time. */
export function codesFrom({
  PAIRING,
  LOCK,
}: Readonly<Record<string, string | undefined>>): Codes & { readonly pairing: string } {
  return {
    pairing: PAIRING ?? made(PAIRING_LENGTH, SIGNS),
    lock: LOCK ?? made(LOCK_DIGITS, '0123456789'),
  };
}

function made(length: number, signs: string): string {
  return Array.from({ length }, () => signs[randomInt(signs.length)]).join('');
}
