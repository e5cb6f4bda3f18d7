import createIconSet from '@expo/vector-icons/createIconSet';
import glyphs from './glyphs.json';

/** Name of an icon that ships with the app; add one to `iconNames.json` and run `npm run fonts`. */
export type IconName = keyof typeof glyphs;

const ICON_FONT = 'LumbreIcons';

const IconSet = createIconSet(glyphs, ICON_FONT, require('../fonts/LumbreIcons.woff2'));

/** An icon beside a word. It says nothing to a screen reader: the word does. */
export function Icon({ name, size = 20, color }: { name: IconName; size?: number; color: string }) {
  return <IconSet aria-hidden selectable={false} name={name} size={size} color={color} />;
}

/** True for the name of an icon that ships. */
export function isIconName(name: unknown): name is IconName {
  return typeof name === 'string' && name in glyphs;
}
