import { CHANNEL_IDS } from '@/core/channel';
import type { Step } from '@/core/procedures';
import { unitOf } from '@/core/units';

/** A step says what to do and shows what there is, and what it takes can be given. */
export function expectStep({ title, words, shows, takes }: Step): void {
  expect(title).toMatch(/^[A-Z]/);
  expect([title, words.length]).not.toEqual([title, 0]);
  for (const one of words) expect(one).toMatch(/^.{15,}[.?]$/);
  for (const id of shows) expect(CHANNEL_IDS).toContain(id);
  expectUsable(title, takes);
}

/** What a step takes can be given: there is something to choose from, to type into, or to look at. */
function expectUsable(title: string, takes: Step['takes']): void {
  const of = (what: unknown) => [title, what];
  switch (takes.kind) {
    case 'go':
      return expect(takes.label).toMatch(/^[A-Z]/);
    case 'choice': {
      const ids = takes.options.map(({ id }) => id);
      expect(of(ids.length)).not.toEqual(of(1));
      expect(new Set(ids).size).toBe(ids.length);
      for (const { id, label } of takes.options) expect(`${id} ${label}`).toMatch(/^\S+ [A-Z]/);
      return;
    }
    case 'number': {
      expect(takes.label).toMatch(/^[A-Z]/);
      expect(takes.max).toBeGreaterThan(takes.min);
      expect(unitOf(takes.quantity, takes.unit).label).toBeTruthy();
      for (const id of takes.beside ?? []) expect(CHANNEL_IDS).toContain(id);
      if (takes.instrument !== undefined) expect(takes.instrument.id).toMatch(/^[a-z]/);
      return;
    }
    case 'capture':
    case 'trace':
    case 'search':
      expect(of(takes.channels.length)).not.toEqual(of(0));
      for (const id of takes.channels) expect(CHANNEL_IDS).toContain(id);
      return expect(takes.forS).toBeGreaterThan(0);
    case 'dryStart':
      expect(takes.batteryV).toBeGreaterThan(5);
      return expect(takes.coolantC).toBeGreaterThan(-60);
  }
}
