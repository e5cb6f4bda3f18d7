import { useState } from 'react';
import { View } from 'react-native';
import { useEcu } from '@/data/ecu/ecuSession';
import { takeNewer } from '@/data/offline/keepApp';
import { useAllStored } from '@/data/session/allStored';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { updateWords } from './updateWords';

/** A newer build of Lumbre is here whole: it is offered, and taken when it is asked for. */
export function UpdateOffer() {
  const allStored = useAllStored();
  const isConnected = useEcu(({ phase }) => phase !== 'none');
  const [isPutOff, setPutOff] = useState(false);
  const [others, setOthers] = useState<number | null>(0);
  if (isPutOff) return null;
  const take = async () => setOthers(await takeNewer());
  return (
    <View role="region" aria-label="Update" style={{ padding: SPACE.m }}>
      <Message
        tone="plain"
        actions={
          <>
            <Button
              label="Go on with the newer one"
              kind="primary"
              icon="sync"
              disabled={!allStored || isConnected}
              onPress={() => void take()}
            />
            <Button label="Later" kind="plain" onPress={() => setPutOff(true)} />
          </>
        }
      >
        {updateWords({ allStored, isConnected, others })}
      </Message>
    </View>
  );
}
