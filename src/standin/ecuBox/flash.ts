import { textSum } from '@/core/numeric';

/** One of the two places where a calibration is kept without power. */
export interface FlashSlot {
  /** Grows with every store: of two whole ones the later counts. */
  readonly generation: number;
  /** The calibration as it was written, as far as it was. */
  readonly text: string;
  /** Sum of the whole text; null until all of it is there. */
  readonly sum: number | null;
}

/** What lasts without power: two slots, of which one is never written while the other is not whole. */
export interface Flash {
  readonly slots: readonly [FlashSlot | null, FlashSlot | null];
}

/** Written in one step of a hundredth of a second, characters: flash of this kind takes about 100 kB/s. */
const AT_ONCE = 1024;

/** A flash that came from the factory with a calibration in it. */
export function flashWith(text: string): Flash {
  return { slots: [{ generation: 1, text, sum: textSum(text) }, null] };
}

export function isWhole(slot: FlashSlot | null): slot is FlashSlot {
  return slot !== null && slot.sum !== null && textSum(slot.text) === slot.sum;
}

/** The whole slots, the latest first. */
export function wholeSlots({ slots }: Flash): FlashSlot[] {
  return slots.filter(isWhole).sort((a, b) => b.generation - a.generation);
}

/** A store under way: what is to be written, where, and how far it is. */
export interface Writing {
  readonly slot: 0 | 1;
  readonly generation: number;
  readonly text: string;
  readonly done: number;
}

/** Begins to write a text into the slot that is not the last whole one. */
export function writingOf(flash: Flash, text: string): Writing {
  const last = wholeSlots(flash)[0];
  const slot = last !== undefined && flash.slots[0] === last ? 1 : 0;
  return { slot, generation: (last?.generation ?? 0) + 1, text, done: 0 };
}

/**
 * Writes on a little. The mark that makes it whole comes last and alone, so that power lost at any moment leaves a slot that
 * is either whole or not taken for it.
 * @returns the flash as it is then, and what is still to be done; null once it is whole.
 */
export function written(
  flash: Flash,
  writing: Writing,
): { readonly flash: Flash; readonly left: Writing | null } {
  const { slot, generation, text } = writing;
  const isThere = writing.done >= text.length;
  const done = Math.min(text.length, writing.done + AT_ONCE);
  const now: FlashSlot = { generation, text: text.slice(0, done), sum: isThere ? textSum(text) : null };
  const slots: Flash['slots'] = slot === 0 ? [now, flash.slots[1]] : [flash.slots[0], now];
  return { flash: { slots }, left: isThere ? null : { ...writing, done } };
}
