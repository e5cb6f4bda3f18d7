import type { ReactNode } from 'react';
import { fieldInfo, type FieldPath, sectionFields, type SectionId } from '@/core/calibration';
import { Card } from '@/ui/layout';
import { BehindPaint } from './BehindPaint';
import { type Above, FieldGrid } from './FieldGrid';
import { Field } from './fields';

interface Props {
  section: SectionId;
  /** Only the fields that stand on this sheet; left out, those that name none. */
  sheet?: string;
  /** What stands in the place of a field, or around it. */
  around?: Readonly<Partial<Record<FieldPath, (field: ReactNode) => ReactNode>>>;
  /** What stands above a field. */
  above?: Above;
}

/** The fields of a section in the order of work, in the cards that their entries begin: the first at once, the others behind its paint. */
export function SectionCards({ section, sheet, around = {}, above = {} }: Props) {
  return cardsOf(section, sheet).map(({ title, fields }, i) => {
    const card = (
      <Card key={fields[0]} {...(title === undefined ? {} : { title })}>
        <FieldGrid paths={fields} alone={Object.keys(around) as FieldPath[]} above={above}>
          {(path) => {
            const field = <Field path={path} />;
            return around[path]?.(field) ?? field;
          }}
        </FieldGrid>
      </Card>
    );
    return i === 0 ? card : <BehindPaint key={fields[0]}>{card}</BehindPaint>;
  });
}

interface FieldCard {
  readonly title: string | undefined;
  readonly fields: FieldPath[];
}

function cardsOf(section: SectionId, sheet: string | undefined): readonly FieldCard[] {
  const cards: FieldCard[] = [];
  for (const path of sectionFields(section)) {
    const info = fieldInfo(path);
    if (info === undefined || info.sheet !== sheet) continue;
    if (info.card !== undefined || cards.length === 0) cards.push({ title: info.card, fields: [] });
    cards.at(-1)?.fields.push(path);
  }
  return cards;
}
