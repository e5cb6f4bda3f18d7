import { View } from 'react-native';
import { install, isInstalled, useInstallOffer } from '@/data/offline/installing';
import { useOffline } from '@/data/offline/offlineStore';
import { fetched } from '@/data/fetched';
import { Button } from '@/ui/button/Button';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { KEPT_WORDS } from './deviceWords';

const keepAgain = async () => (await fetched(() => import('@/data/offline/keepApp'))).keepAgain();

/** Whether Lumbre opens here with no network, and as an app. */
export function DeviceCard() {
  const kept = useOffline((offline) => offline.kept);
  const offer = useInstallOffer((state) => state.offer);
  if (kept === 'unknown') return null;
  const { tone, label, says } = KEPT_WORDS[kept];
  const isApp = isInstalled();
  return (
    <Card title="At the car">
      <View role="status">
        <StateMark tone={tone} label={label} />
      </View>
      <Text kind="small" colour="muted">
        {says}
      </Text>
      {kept === 'failed' ? (
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Fetch it again"
            icon="sync"
            onPress={() => void keepAgain().catch(() => undefined)}
          />
        </View>
      ) : null}
      {isApp || kept !== 'kept' ? null : offer === null ? (
        <Text kind="small" colour="muted">
          The browser’s menu can put it on the home screen: Install, or Add to Home Screen. It then opens
          without the browser around it.
        </Text>
      ) : (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Install Lumbre" icon="download" onPress={() => void install()} />
        </View>
      )}
    </Card>
  );
}
