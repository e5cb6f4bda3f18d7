import { z } from './zod';

/** Where a value can come from, surest first. */
export const SOURCE_KINDS = ['measured', 'dataSheet', 'computed', 'estimated', 'starter'] as const;

export type SourceKind = (typeof SOURCE_KINDS)[number];

/** What each kind of source is called and what it says about the value. */
export const SOURCE_TEXT: Readonly<Record<SourceKind, { label: string; meaning: string }>> = {
  measured: { label: 'Measured', meaning: 'You measured it on this engine or on a bench.' },
  dataSheet: { label: 'Data sheet', meaning: 'From the maker’s sheet for the part that is fitted.' },
  computed: { label: 'Computed', meaning: 'Lumbre worked it out from other values, and you accepted it.' },
  estimated: { label: 'Estimated', meaning: 'A considered guess. Confirm it before first start.' },
  starter: { label: 'Starter', meaning: 'Came with the starter engine. It may belong to another engine.' },
};

/** Where one value comes from. The date is the day it was entered, as YYYY-MM-DD. */
export const sourceSchema = z.object({
  kind: z.enum(SOURCE_KINDS),
  date: z.iso.date(),
  note: z.string().max(300).optional(),
});

export type Source = z.infer<typeof sourceSchema>;

/** True when somebody vouches for the value: it was measured, read off a data sheet, or computed and accepted. */
export function isConfirmed(source: Source): boolean {
  return source.kind === 'measured' || source.kind === 'dataSheet' || source.kind === 'computed';
}
