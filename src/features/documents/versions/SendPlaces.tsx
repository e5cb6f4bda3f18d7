import { useState } from 'react';
import type { Calibration } from '@/core/calibration';
import type { Place } from '@/core/checks';
import { useEcu } from '@/data/ecu/ecuSession';
import { sendPlaces } from '@/data/ecu/sendPlaces';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';

interface Props {
  /** The calibration whose engine computer it is. */
  id: string;
  screen: Calibration;
  places: readonly Place[];
  /** Told what runs then. */
  onSent: (runs: Calibration) => void;
}

/** Sends what is chosen, and nothing else, to the engine computer; says what keeps it from going. */
export function SendPlaces({ id, screen, places, onSent }: Props) {
  const live = useEcu((ecu) => ecu.phase === 'live' && ecu.calibrationId === id);
  const unlocked = useEcu((ecu) => ecu.unlocked);
  const doing = useEcu((ecu) => ecu.doing);
  const failure = useEcu((ecu) => ecu.failure);
  const [blocked, setBlocked] = useState<string | null>(null);
  const send = async () => {
    setBlocked(null);
    const sent = await sendPlaces(screen, places);
    if (sent.is === 'sent') onSent(sent.runs);
    if (sent.is === 'blocked') setBlocked(sent.why);
  };
  if (!live)
    return <Message tone="plain">The engine computer is not connected: nothing can be sent.</Message>;
  if (!unlocked) return <Message tone="plain">The engine computer is locked: unlock it to send.</Message>;
  const problem =
    blocked === null ? failure?.message : `With these, something would stand in the way. ${blocked}`;
  return (
    <>
      {problem === undefined ? null : <Message tone="error">{problem}</Message>}
      <Button
        label={`Send ${places.length === 1 ? 'this one' : `these ${places.length}`} to the ECU`}
        icon="send-outline"
        disabled={doing !== null}
        onPress={() => void send()}
      />
    </>
  );
}
