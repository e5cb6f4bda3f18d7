/** A key event on a link, as far as its key is concerned. */
interface LinkKeyEvent {
  readonly key: string;
  readonly preventDefault: () => void;
}

/**
 * Enter on a link that is not an anchor: React Native for the web leaves it to the browser, which only follows anchors.
 * @returns a property to spread onto the pressable.
 */
export function linkKeys(onFollow: () => void): object {
  return {
    onKeyDown: (event: LinkKeyEvent) => {
      if (event.key !== 'Enter') return;
      event.preventDefault();
      onFollow();
    },
  };
}
