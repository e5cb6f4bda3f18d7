import { useEffect, useRef } from 'react';
import { View, type Text as NativeText } from 'react-native';
import { useOnScreen } from '../layout';
import { Text, type TextKind } from '../text/Text';
import { type Roles, useSizes } from '../theme';
import { useWordsShown } from '../units/shownBy';
import { writeText } from './writeText';

interface Props {
  /** What it says now; the same function as long as it says the same. */
  words: () => string;
  /** Told when to write it anew. @returns the way to end that. */
  onChange: (listener: () => void) => () => void;
  /** Written only while it is in sight: for what changes many times a second, and is not read out by itself. */
  restsUnseen?: boolean;
  kind?: TextKind;
  colour?: keyof Roles;
}

/**
 * Words that are shorter by more than this many characters are others, and get a room of their own height; not before they
 * have been so for as many writings, since what comes and goes would move all that stands below, which takes a slow phone a frame.
 */
const OTHER_WORDS = 12;
const STAYS_WRITINGS = 20;

/**
 * Words about what is live, written past React. The line keeps its height while it is written, so that the browser lays out
 * nothing else for it.
 */
export function LiveText({ words, onChange, restsUnseen = false, kind = 'number', colour = 'muted' }: Props) {
  const inUnits = useWordsShown();
  // Larger text needs another room.
  const { text: times } = useSizes();
  const text = useRef<NativeText>(null);
  const box = useRef<View>(null);
  const inSight = useOnScreen(box);
  const rests = restsUnseen && !inSight;
  useEffect(() => {
    const element = text.current as unknown as HTMLElement | null;
    const room = element?.parentElement ?? null;
    if (element === null || room === null) return;
    // As many characters as have had their room: to ask the browser each time would have it lay out the page each time.
    let fitted = 0;
    let shorter = 0;
    const fit = () => {
      holdHeight(element, room);
      fitted = element.textContent?.length ?? 0;
      shorter = 0;
    };
    const write = () => {
      const now = inUnits(words());
      writeText(element, now);
      shorter = now.length < fitted - OTHER_WORDS ? shorter + 1 : 0;
      if (now.length > fitted || shorter >= STAYS_WRITINGS) fit();
    };
    write();
    window.addEventListener('resize', fit);
    const deaf = rests ? () => undefined : onChange(write);
    return () => {
      deaf();
      window.removeEventListener('resize', fit);
    };
  }, [words, onChange, inUnits, rests, times]);
  return (
    <View ref={box}>
      <Text ref={text} kind={kind} colour={colour} />
    </View>
  );
}

/**
 * Gives a text and its room the height that it needs now. It stands in its room as a thing apart: with a height of its own and
 * out of the flow, its words are laid out without anything around it.
 */
function holdHeight(element: HTMLElement, room: HTMLElement): void {
  Object.assign(element.style, { position: 'static', contain: 'none', height: 'auto' });
  const height = `${element.offsetHeight}px`;
  room.style.height = height;
  // Without a place of its own it would be laid out with everything around it after all.
  Object.assign(element.style, {
    position: 'absolute',
    left: '0',
    top: '0',
    width: '100%',
    contain: 'strict',
    height,
  });
}
