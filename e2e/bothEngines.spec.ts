import { runInNewContext } from 'node:vm';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { buildSync } from 'esbuild';
import type { StartNumbers } from './startsEntry';

const root = path.resolve(__dirname, '..');
/** A sine or a power differs in its last bits from one engine of JavaScript to the other: numbers that are this close are alike. */
const CLOSE = 1e-6;
function difference(a: number, b: number): number {
  return a === b ? 0 : Math.abs(a - b) / Math.max(1, Math.abs(a));
}

/** The same program for both: starts as text that sets `startsInNumbers`. */
function startsProgram(): string {
  const [file] = buildSync({
    entryPoints: [path.join(root, 'e2e', 'startsEntry.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    target: 'es2022',
    tsconfig: path.join(root, 'tsconfig.json'),
  }).outputFiles;
  if (file === undefined) throw new Error('Nothing was built');
  return file.text;
}

test('Chromium comes to the verdicts of Node, and to its numbers but for last bits', async ({
  page,
}, info) => {
  test.setTimeout(300_000);
  const program = startsProgram();
  const context: { startsInNumbers?: () => StartNumbers[] } = {};
  runInNewContext(program, Object.assign(context, { globalThis: context, structuredClone }));
  const inNode = context.startsInNumbers?.() ?? [];
  await page.goto('about:blank');
  await page.addScriptTag({ content: program });
  const inChromium = await page.evaluate<StartNumbers[]>('startsInNumbers()');

  expect(inChromium.map(({ of, code }) => [of, code])).toEqual(inNode.map(({ of, code }) => [of, code]));
  expect(inNode).toHaveLength(8);
  for (const [i, { of, events, endSpeedRpm }] of inNode.entries()) {
    const other = inChromium[i];
    if (other === undefined) throw new Error(`${of} is missing`);
    expect(events.length).toBeGreaterThan(300);
    const off = events.map((event, k) =>
      Math.max(...event.map((value, n) => difference(value, other.events[k]?.[n] ?? NaN))),
    );
    const exact = off.findIndex((by) => by !== 0);
    const close = off.findIndex((by) => !(by < CLOSE));
    info.annotations.push({
      type: of,
      description: `to the last bit for ${exact < 0 ? 'all' : exact}, to ${CLOSE} for ${close < 0 ? 'all' : close} of ${events.length} firings`,
    });
    // The first that differs at all differs in its last bits; what follows from that stays there.
    expect([of, exact < 0 ? 0 : off[exact]]).toEqual([of, expect.closeTo(0, 9)]);
    expect([of, close]).toEqual([of, -1]);
    expect(Math.abs(other.endSpeedRpm / endSpeedRpm - 1)).toBeLessThan(0.005);
  }
});
