import { useEffect, useRef, type RefObject } from 'react';
import type { View } from 'react-native';
import type { MapEditing } from './useMapEditing';

/** Copy and paste by the system's own keys and menus while the grid has the focus. */
export function useMapClipboard(box: RefObject<View | null>, editing: MapEditing): void {
  const latest = useRef(editing);
  useEffect(() => {
    latest.current = editing;
  });
  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    if (element === null) return;
    const copy = (event: ClipboardEvent) => {
      event.preventDefault();
      event.clipboardData?.setData('text/plain', latest.current.copied(false));
    };
    const paste = (event: ClipboardEvent) => {
      event.preventDefault();
      const { paste: take, setProblem } = latest.current;
      setProblem(take(event.clipboardData?.getData('text/plain') ?? ''));
    };
    element.addEventListener('copy', copy);
    element.addEventListener('paste', paste);
    return () => {
      element.removeEventListener('copy', copy);
      element.removeEventListener('paste', paste);
    };
  }, [box]);
}
