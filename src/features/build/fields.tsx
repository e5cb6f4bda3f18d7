import { conflicts, fieldInfo, type FieldPath } from '@/core/calibration';
import { useDocument } from '@/data/session/session';
import { useQuantityField, useSourcedField } from '@/data/session/useField';
import { ChoiceField, QuantityField } from '@/ui/field';

/** A quantity of the open document, with what is in conflict with it. */
export function Quantity({ path }: { path: FieldPath }) {
  const document = useDocument();
  const binding = useQuantityField(path);
  const conflict = conflicts(document).find((problem) => problem.path === path)?.message ?? null;
  return <QuantityField {...binding} conflict={conflict} />;
}

/** A choice of the open document. */
export function Choice({ path }: { path: FieldPath }) {
  const info = fieldInfo(path);
  const { value, onCommit, onSource } = useSourcedField<string>(path);
  if (info?.kind !== 'choice') throw new RangeError(`${path} is not a choice`);
  return <ChoiceField info={info} value={value} onCommit={onCommit} onSource={onSource} />;
}
