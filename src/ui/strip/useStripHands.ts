import { type RefObject, useEffect, useRef } from 'react';
import type { View } from 'react-native';
import { nearestTo } from '@/core/logView';
import { isKey, type KeyPress } from '../command/command';
import { STRIP_COMMANDS, type StripCommandId } from '../command/stripKeys';
import { pan, putCursor, putSecond, showWhole, type StripStore, zoom } from './stripStore';

/** A key press zooms and moves by this; a turn of the wheel by its length, px for a factor of e. */
const KEY_ZOOM = 1.6;
const KEY_PAN = 0.5;
const WHEEL = 400;
const FAR = 10;

interface Hands {
  box: RefObject<View | null>;
  strip: StripStore;
  /** Samples that the cursor stands on. */
  timeS: Float64Array;
  /** Width of what is drawn, px from the left. */
  width: number;
}

/**
 * Lets fingers, a pointer, a wheel and keys read a strip: one finger or the pointer reads, two zoom and move, a wheel with Ctrl
 * zooms and one sideways moves. Up and down belongs to the page.
 */
export function useStripHands({ box, strip, timeS, width }: Hands): object {
  const fingers = useRef(new Map<number, number>());
  const timeAt = (clientX: number) => {
    const element = box.current as unknown as HTMLElement | null;
    const left = element?.getBoundingClientRect().left ?? 0;
    const { window } = strip.store.getState();
    const share = Math.min(1, Math.max(0, (clientX - left) / width));
    return window.fromS + share * (window.toS - window.fromS);
  };
  const readAt = (clientX: number) => {
    const i = nearestTo(timeS, timeAt(clientX));
    if (i >= 0) putCursor(strip, timeS[i] as number);
  };
  const step = (samples: number) => {
    const { cursorS, window } = strip.store.getState();
    const at = nearestTo(timeS, cursorS ?? window.fromS);
    const next = timeS[Math.min(timeS.length - 1, Math.max(0, at + samples))];
    if (next !== undefined) putCursor(strip, next);
  };

  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    const onWheel = (event: WheelEvent) => {
      const sideways = event.shiftKey ? event.deltaY : event.deltaX;
      if (event.ctrlKey || event.metaKey) {
        const { left } = (element as HTMLElement).getBoundingClientRect();
        const { window } = strip.store.getState();
        const share = Math.min(1, Math.max(0, (event.clientX - left) / width));
        zoom(strip, Math.exp(event.deltaY / WHEEL), window.fromS + share * (window.toS - window.fromS));
      } else if (sideways !== 0) pan(strip, sideways / width);
      else return;
      event.preventDefault();
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, [box, strip, width]);

  const onPointerMove = ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
    const { pointerId, pointerType, clientX } = nativeEvent;
    const before = fingers.current.get(pointerId);
    if (before === undefined) {
      if (pointerType === 'mouse') readAt(clientX);
      return;
    }
    if (fingers.current.size < 2) {
      fingers.current.set(pointerId, clientX);
      readAt(clientX);
      return;
    }
    const other = [...fingers.current].find(([id]) => id !== pointerId)?.[1] ?? clientX;
    const [was, is] = [Math.max(12, Math.abs(before - other)), Math.max(12, Math.abs(clientX - other))];
    // About the one that rests: then both stay on what they lie on, and two that move alike move it.
    zoom(strip, was / is, timeAt(other));
    fingers.current.set(pointerId, clientX);
  };
  const lift = ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
    fingers.current.delete(nativeEvent.pointerId);
  };
  const runs: Readonly<Record<Exclude<StripCommandId, 'step'>, () => void>> = {
    first: () => step(-timeS.length),
    last: () => step(timeS.length),
    back: () => pan(strip, -KEY_PAN),
    on: () => pan(strip, KEY_PAN),
    in: () => zoom(strip, 1 / KEY_ZOOM),
    out: () => zoom(strip, KEY_ZOOM),
    whole: () => showWhole(strip),
    second: () => putSecond(strip),
  };
  const runFor = (press: KeyPress): (() => void) | null => {
    const far = press.shiftKey ? FAR : 1;
    if (press.key === 'ArrowRight') return () => step(far);
    if (press.key === 'ArrowLeft') return () => step(-far);
    const command = STRIP_COMMANDS.find(({ keys }) => keys.some((key) => isKey(press, key)));
    return command === undefined || command.id === 'step' ? null : runs[command.id];
  };
  return {
    onPointerDown: ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
      fingers.current.set(nativeEvent.pointerId, nativeEvent.clientX);
      if (fingers.current.size === 1) readAt(nativeEvent.clientX);
    },
    onPointerMove,
    onPointerUp: lift,
    onPointerCancel: lift,
    onPointerLeave: lift,
    onKeyDown: (event: KeyPress & { preventDefault: () => void }) => {
      const run = runFor(event);
      if (run === null) return;
      run();
      event.preventDefault();
    },
  };
}
