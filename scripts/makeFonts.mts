/**
 * Cuts the fonts that ship with the app out of whole ones: text weights to the letters we write, icons to the ones we
 * use. Run with `npm run fonts` after changing `iconNames.json`; the results are committed.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import subsetFont from 'subset-font';

const require = createRequire(import.meta.url);
const out = path.resolve(import.meta.dirname, '../src/ui/fonts');

/** Latin letters, and the signs that units and formulas need; a sign a font lacks falls back to the system's. */
const LATIN = Array.from({ length: 0x17f - 0x20 }, (_, i) => String.fromCodePoint(0x20 + i)).join('');
const SIGNS = '–—‘’“”…•−×÷·√≈≤≥±°²³¹½¼ΔπµμΩ→←₀₁₂†';

const TEXT_FONTS = [
  ['Barlow-Regular', '@expo-google-fonts/barlow/400Regular/Barlow_400Regular.ttf'],
  ['Barlow-SemiBold', '@expo-google-fonts/barlow/600SemiBold/Barlow_600SemiBold.ttf'],
  [
    'BarlowSemiCondensed-Medium',
    '@expo-google-fonts/barlow-semi-condensed/500Medium/BarlowSemiCondensed_500Medium.ttf',
  ],
] as const;

for (const [name, file] of TEXT_FONTS) {
  const whole = readFileSync(require.resolve(file));
  const cut = await subsetFont(whole, LATIN + SIGNS, { targetFormat: 'woff2' });
  writeFileSync(path.join(out, `${name}.woff2`), cut);
  console.log(`${name}: ${whole.length} → ${cut.length} bytes`);
}

const icons = '@expo/vector-icons/build/vendor/react-native-vector-icons';
const names = JSON.parse(readFileSync(path.resolve(out, '../icon/iconNames.json'), 'utf8')) as string[];
const glyphs = require(`${icons}/glyphmaps/MaterialCommunityIcons.json`) as Record<string, number>;
const chosen = Object.fromEntries(
  [...names].sort().map((name) => {
    const glyph = glyphs[name];
    if (glyph === undefined) throw new RangeError(`The icon font has no “${name}”`);
    return [name, glyph];
  }),
);
const letters = Object.values(chosen).map((glyph) => String.fromCodePoint(glyph));
const whole = readFileSync(require.resolve(`${icons}/Fonts/MaterialCommunityIcons.ttf`));
const cut = await subsetFont(whole, letters.join(''), { targetFormat: 'woff2' });
writeFileSync(path.join(out, 'LumbreIcons.woff2'), cut);
writeFileSync(path.resolve(out, '../icon/glyphs.json'), `${JSON.stringify(chosen, null, 2)}\n`);
console.log(`LumbreIcons: ${whole.length} → ${cut.length} bytes`);
