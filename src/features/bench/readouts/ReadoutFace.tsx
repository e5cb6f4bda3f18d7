import { type Ref, useCallback, useEffect, useImperativeHandle, useRef } from 'react';
import { Apart } from '@/ui/layout';
import { LiveCanvas, livePen } from '@/ui/live';
import { useRoles, useSizes, type Roles } from '@/ui/theme';
import { faceHeight, paintTrend, paintWords } from './face';
import type { ReadoutWords } from './readoutWords';
import { addToTrend, emptyTrend } from './trend';

export interface FaceHandle {
  /** Shows this number, and what is said of it. */
  readonly show: (said: ReadoutWords) => void;
  /** Adds a number to the trend. */
  readonly add: (value: number) => void;
  /** Shows what was added. */
  readonly showTrend: () => void;
}

/**
 * A live number with its unit, its trend and what is said of it, painted past React: as text it would be laid out and painted
 * with what stands around it, which costs a slow phone three times as much of each frame. Told to screen readers by its tile.
 */
export function ReadoutFace({ handle, said }: { handle: Ref<FaceHandle>; said: ReadoutWords }) {
  const roles = useRoles();
  const { live: number, text } = useSizes();
  const height = faceHeight({ number, text });
  const canvas = useRef<HTMLCanvasElement>(null);
  const shown = useRef(said);
  const trend = useRef(emptyTrend());
  const paints = useRef<Paints>(NOTHING_PAINTS);
  const show = useCallback((now: ReadoutWords) => {
    const before = shown.current;
    shown.current = now;
    if (!isSame(before, now)) paints.current.words(now);
  }, []);
  useImperativeHandle(
    handle,
    () => ({
      show,
      add: (value) => addToTrend(trend.current, value),
      showTrend: () => paints.current.trend(),
    }),
    [show],
  );
  useEffect(() => show(said), [said, show]);
  useEffect(() => {
    /** @returns whether anything can be painted. */
    const fit = (): boolean => {
      const room = { width: canvas.current?.clientWidth ?? 0, number, text };
      const pen = livePen(canvas.current, { width: room.width, height });
      if (pen === null) return false;
      paints.current = {
        words: (now) => paintWords(pen, now, room, coloursOf(now, roles)),
        trend: () => paintTrend(pen, trend.current, room, coloursOf(shown.current, roles)),
      };
      paints.current.words(shown.current);
      paints.current.trend();
      return true;
    };
    if (!fit()) return;
    // Until its type has come, another stands in its place.
    let stays = true;
    void document.fonts.ready.then(() => stays && fit());
    window.addEventListener('resize', fit);
    return () => {
      stays = false;
      paints.current = NOTHING_PAINTS;
      window.removeEventListener('resize', fit);
    };
  }, [roles, number, text, height]);
  return (
    <Apart height={height}>
      <LiveCanvas ref={canvas} of="readout" height={height} />
    </Apart>
  );
}

interface Paints {
  readonly words: (said: ReadoutWords) => void;
  readonly trend: () => void;
}

const NOTHING_PAINTS: Paints = { words: () => undefined, trend: () => undefined };

function isSame(a: ReadoutWords, b: ReadoutWords): boolean {
  return a.value === b.value && a.detail === b.detail && a.tone === b.tone && a.unit === b.unit;
}

function coloursOf({ tone }: ReadoutWords, roles: Roles) {
  const [number, detail] = tone === 'plain' ? [roles.text, roles.muted] : [roles[tone], roles[tone]];
  return { number, detail, unit: roles.muted, trend: roles.steel };
}
