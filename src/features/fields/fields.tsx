import { fieldInfo, type FieldPath, isSetAside, sectionFields, type SectionId } from '@/core/calibration';
import { memo } from 'react';
import { useDocumentPart } from '@/data/session/documentParts';
import { useSaid } from '@/data/session/useSaid';
import { useQuantityField, useSourcedField, useTableField } from '@/data/session/useField';
import { ChoiceField, QuantityField, TableField } from '@/ui/field';
import { CylinderList } from './CylinderList';
import { FieldGrid } from './FieldGrid';

/** A quantity of the open document, with what is in conflict with it. */
export function Quantity({ path }: { path: FieldPath }) {
  const said = useSaid(path);
  return <QuantityField {...useQuantityField(path)} {...said} />;
}

/** A choice of the open document. */
function Choice({ path }: { path: FieldPath }) {
  const info = fieldInfo(path);
  const said = useSaid(path);
  const { value, onCommit, onSource } = useSourcedField<string>(path);
  if (info?.kind !== 'choice') throw new RangeError(`${path} is not a choice`);
  return <ChoiceField info={info} value={value} onCommit={onCommit} onSource={onSource} {...said} />;
}

/** A table of the open document. */
export function Table({ path }: { path: FieldPath }) {
  const said = useSaid(path);
  return <TableField {...useTableField(path)} {...said} />;
}

/** Any field of the open document, by what kind it is; nothing for one that other choices leave without use. */
export const Field = memo(function Field({ path }: { path: FieldPath }) {
  const setAside = useDocumentPart((document) => isSetAside(document, path));
  const kind = fieldInfo(path)?.kind;
  if (setAside) return null;
  switch (kind) {
    case 'quantity':
      return <Quantity path={path} />;
    case 'choice':
      return <Choice path={path} />;
    case 'table':
      return <Table path={path} />;
    case 'order':
      return <CylinderList path={path} />;
    case 'deadTime':
    case undefined:
      throw new RangeError(`${path} needs a place of its own`);
  }
});

/** Fields of the open document by their paths. */
export function DocumentFields({ fields }: { fields: readonly FieldPath[] }) {
  return <FieldGrid paths={fields}>{(path) => <Field path={path} />}</FieldGrid>;
}

/** The fields of a section in the order of work, without those that other choices leave without use. */
export function SectionFields({
  section,
  without = [],
}: {
  section: SectionId;
  without?: readonly FieldPath[];
}) {
  return <DocumentFields fields={sectionFields(section).filter((path) => !without.includes(path))} />;
}
