import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import type { Answer, Takes } from '@/core/procedures';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { startDryStart } from '@/workers/dryStartClient';

interface Props {
  takes: Extract<Takes, { kind: 'dryStart' }>;
  onAnswer: (answer: Answer) => void;
}

/** The same start in simulation: begun by itself, with its progress, and left out at any time. */
export function SimulatedStartView({ takes, onAnswer }: Props) {
  const document = useDocument();
  const [share, setShare] = useState(0);
  const [failure, setFailure] = useState<string | null>(null);
  const { coolantC, batteryV } = takes;
  useEffect(() => {
    let over = false;
    let cancel = (): void => undefined;
    const run = async () => {
      try {
        const running = startDryStart(document, { coolantC, batteryV, seed: 1 }, setShare);
        cancel = running.cancel;
        const answer = await running.answer;
        if (!over && answer !== null) onAnswer({ kind: 'dryStart', started: answer.explanation });
      } catch (error) {
        if (!over) setFailure(error instanceof Error ? error.message : 'The simulation failed.');
      }
    };
    void run();
    return () => {
      over = true;
      cancel();
    };
    // Begun once for this step: what it hands on to is another function at each drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [document, coolantC, batteryV]);
  return (
    <View style={{ gap: SPACE.s }}>
      {failure === null ? (
        <>
          <Text>It is started in simulation…</Text>
          <ProgressBar progress={share} aria-label="The same start in simulation" />
        </>
      ) : (
        <Message tone="error">{failure}</Message>
      )}
      <Button label="Leave it out" onPress={() => onAnswer({ kind: 'dryStart', started: null })} />
    </View>
  );
}
