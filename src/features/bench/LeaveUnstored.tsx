import type { ImageSectionId } from '@/core/ecuImage';
import { storeInEcu, useEcu } from '@/data/ecu/ecuSession';
import { Button } from '@/ui/button/Button';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { sectionsNamed } from './sectionWords';
import { leaveStandIn } from './standInStore';

/** Asks before the link is left with something that runs and is not stored. */
export function LeaveUnstored({
  unstored,
  onClose,
}: {
  unstored: readonly ImageSectionId[];
  onClose: () => void;
}) {
  const unlocked = useEcu((ecu) => ecu.unlocked);
  const store = async () => {
    if (!(await storeInEcu())) return;
    onClose();
    leaveStandIn();
  };
  return (
    <Sheet
      title="Not everything is stored"
      open
      onClose={onClose}
      actions={
        <>
          <Button
            label="Leave it so"
            onPress={() => {
              onClose();
              leaveStandIn();
            }}
          />
          {unlocked ? <Button label="Store, then leave" kind="primary" onPress={() => void store()} /> : null}
        </>
      }
    >
      <Text>
        {`What runs in ${sectionsNamed(unstored)} is not stored: it is gone with the key. On the screen it stays.`}
      </Text>
    </Sheet>
  );
}
