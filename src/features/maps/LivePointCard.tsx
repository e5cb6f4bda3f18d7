import { AT, CHANNEL_IDS, type ChannelValues, type Frame, read } from '@/core/channel';
import { formatNumber } from '@/core/units';
import { useLinkState } from '@/data/ecu/useLinkState';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

/** What is known of a frame, as an operating point. */
export function pointOf(frame: Frame): ChannelValues {
  return Object.fromEntries(
    CHANNEL_IDS.flatMap((id) => (Number.isFinite(read(frame, AT[id])) ? [[id, read(frame, AT[id])]] : [])),
  );
}

/** That the steps below are of the running engine, and the way to hold them still. */
export function LivePointCard({ id, frame, onFreeze }: { id: string; frame: Frame; onFreeze: () => void }) {
  const { state } = useLinkState(id, useDocument());
  const opening = read(frame, AT.injectorOpening);
  return (
    <Card title="The engine now">
      <Text kind="number">
        {`${formatNumber(read(frame, AT.speed), 0)} rev/min, ${formatNumber(read(frame, AT.manifoldPressure), 0)} kPa abs, coolant ${formatNumber(read(frame, AT.coolant), 0)} °C`}
      </Text>
      <Text kind="small" colour="muted">
        {Number.isFinite(opening)
          ? `The engine computer opened its injectors for ${formatNumber(opening, 3)} ms. The steps are worked through from what it reads.`
          : 'The steps are worked through from what the engine computer reads.'}
      </Text>
      {state === 'differs' ? (
        <Message tone="warning">
          Another calibration runs than is on the screen: the steps are those of the screen.
        </Message>
      ) : null}
      <Button label="Freeze this point" icon="stop" onPress={onFreeze} />
    </Card>
  );
}
