import type { ErrorBoundaryProps } from 'expo-router';
import { View } from 'react-native';
import { useAllStored } from '@/data/session/allStored';
import { Button } from '@/ui/button/Button';
import { Message, Page } from '@/ui/layout';

/** Instead of a screen that could not be fetched or drawn: what happened, that nothing is lost, and the way out. */
export function LoadFailure({ error, retry }: ErrorBoundaryProps) {
  const allStored = useAllStored();
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page>
        <Message
          tone="error"
          actions={
            <>
              <Button label="Try again" kind="primary" onPress={() => void retry()} />
              <Button label="Load the page anew" onPress={() => window.location.reload()} />
            </>
          }
        >
          {`This screen could not be shown: ${error.message} ${
            allStored
              ? 'Everything you entered is stored in this browser.'
              : 'Your last change is not stored yet: do not load the page anew before it is.'
          } If the connection to Lumbre is down, bring it back and try again.`}
        </Message>
      </Page>
    </View>
  );
}
