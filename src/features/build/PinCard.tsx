import { pinFunctions } from '@/core/calibration';
import { useDocumentLater } from '@/data/session/documentParts';
import { Card } from '@/ui/layout';
import { PinOf } from './PinOf';

/** The pins of what a section makes, where it is made; nothing while it makes nothing. */
export function PinCard({ title, of }: { title: string; of: (functionId: string) => boolean }) {
  const wanted = pinFunctions(useDocumentLater()).filter(({ id }) => of(id));
  if (wanted.length === 0) return null;
  return (
    <Card title={title}>
      {wanted.map((each) => (
        <PinOf key={each.id} wanted={each} />
      ))}
    </Card>
  );
}
