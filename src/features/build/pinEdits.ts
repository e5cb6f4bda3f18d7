import { inSentence } from '@/core/units';
import { type Calibration, pinFunctions } from '@/core/calibration';
import type { EcuDescription, PinFunction } from '@/core/pins';
import { filledAssignments, type TakenPin } from '@/core/pins/schema';
import { edit } from '@/data/session/session';
import { typedSource } from '@/data/session/useField';
import { today } from '@/data/today';

/** Gives a function a pin; its wire note stays. */
export function assignPin(wanted: PinFunction, pin: string): void {
  edit(`${wanted.label} to pin ${pin}`, (draft) => {
    const { assignments } = draft.pins;
    const own = assignments.find((entry) => entry.function === wanted.id);
    if (own === undefined) assignments.push({ function: wanted.id, pin, wire: '', source: typedSource() });
    else Object.assign(own, { pin, source: typedSource() });
  });
}

/** Gives a function the pin of another, which gets the first one’s where the two can change places, else none. */
export function takePin(wanted: PinFunction, { pin, holder, swaps }: TakenPin): void {
  const words = swaps
    ? `${wanted.label} and ${holder.label} change places`
    : `${wanted.label} to pin ${pin.id}, ${holder.label} off it`;
  edit(words, (draft) => {
    const { assignments } = draft.pins;
    const own = assignments.find((entry) => entry.function === wanted.id);
    const other = assignments.find((entry) => entry.function === holder.id);
    if (other === undefined) return;
    if (swaps && own !== undefined) Object.assign(other, { pin: own.pin, source: typedSource() });
    else draft.pins.assignments = assignments.filter((entry) => entry !== other);
    if (own === undefined) {
      draft.pins.assignments.push({ function: wanted.id, pin: pin.id, wire: '', source: typedSource() });
    } else Object.assign(own, { pin: pin.id, source: typedSource() });
  });
}

/** Takes a function off its pin. */
export function clearPin(wanted: Pick<PinFunction, 'id' | 'label'>): void {
  edit(`${wanted.label} off its pin`, (draft) => {
    draft.pins.assignments = draft.pins.assignments.filter((entry) => entry.function !== wanted.id);
  });
}

/** Changes the note on a function's wire. */
export function noteWire(wanted: PinFunction, wire: string): void {
  edit(`Wire of ${inSentence(wanted.label)}`, (draft) => {
    const own = draft.pins.assignments.find((entry) => entry.function === wanted.id);
    if (own !== undefined) own.wire = wire;
  });
}

/** Chooses the engine computer. Pins stay as they are; those it does not have become conflicts. */
export function chooseEcu(ecu: EcuDescription): void {
  edit(`Engine computer: ${ecu.name}`, (draft) => {
    draft.pins.ecu = ecu;
  });
}

/** Gives every function without a pin the first free one that fits. */
export function fillPins(document: Calibration): void {
  const { ecu, assignments } = document.pins;
  if (ecu === null) return;
  const source = { kind: 'computed', date: today(), note: 'First free pin' } as const;
  const filled = filledAssignments(ecu, assignments, pinFunctions(document), source);
  edit('Fill the free pins', (draft) => {
    draft.pins.assignments = filled;
  });
}

/** Says that the loom is wired as the screen says; pins of functions that are no more are dropped. */
export function confirmLoom(document: Calibration): void {
  const known = new Set(pinFunctions(document).map(({ id }) => id));
  edit('Loom confirmed', (draft) => {
    draft.pins.assignments = draft.pins.assignments.filter((entry) => known.has(entry.function));
    draft.pins.confirmed = {
      date: today(),
      wires: draft.pins.assignments.map(({ function: id, pin }) => ({ function: id, pin })),
    };
  });
}
