import { useQuantityField } from '@/data/session/useField';
import { QuantityField } from '@/ui/field';
import { Card } from '@/ui/layout';

/** The speed at which cranking fuel ends. */
export function RunningSpeed() {
  return (
    <Card title="When cranking ends">
      <QuantityField {...useQuantityField('startUp.runningSpeed')} />
    </Card>
  );
}
