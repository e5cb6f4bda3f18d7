import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Button } from '@/ui/button/Button';
import { Message, Page } from '@/ui/layout';

/** An address that leads nowhere. */
export function NotFoundScreen() {
  const router = useRouter();
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page>
        <Message
          tone="warning"
          actions={<Button label="All calibrations" onPress={() => router.replace('/')} />}
        >
          There is no page at this address.
        </Message>
      </Page>
    </View>
  );
}
