import { useEffect } from 'react';

/** Something the builder can do, as data: shown in menus and on `?`, run by its key. */
export interface Command {
  readonly id: string;
  readonly label: string;
  /** Keys that run it, as shown: "Ctrl+Z". */
  readonly keys: readonly string[];
  readonly enabled?: boolean;
  /** Also when a text box has the focus. */
  readonly inText?: boolean;
  readonly run: () => void;
}

/** A key event, as far as a command's key is concerned. */
export interface KeyPress {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly shiftKey: boolean;
}

/** True when a key press is the one written as "Ctrl+Shift+Z". The command key of other systems counts as Ctrl. */
export function isKey(press: KeyPress, written: string): boolean {
  const parts = written.split('+');
  const key = written === '+' ? '+' : (parts[parts.length - 1] ?? '');
  const wantsCtrl = parts.includes('Ctrl');
  const wantsShift = parts.includes('Shift');
  if ((press.ctrlKey || press.metaKey) !== wantsCtrl) return false;
  if (wantsCtrl && press.shiftKey !== wantsShift) return false;
  return press.key.toLowerCase() === key.toLowerCase();
}

/** Runs commands by their keys while the component is there. */
export function useCommandKeys(commands: readonly Command[]): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const target = event.target;
      const inText = target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;
      const command = commands.find(
        (candidate) =>
          candidate.enabled !== false &&
          (!inText || candidate.inText === true) &&
          candidate.keys.some((key) => isKey(event, key)),
      );
      if (command === undefined) return;
      event.preventDefault();
      command.run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [commands]);
}
