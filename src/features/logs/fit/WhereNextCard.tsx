import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import { type LogFit, type MapTask, whereNext } from '@/core/log';
import { Button } from '@/ui/button/Button';
import { Card, Sentences } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { nextWords } from './nextWords';

/** A list that is driven in some minutes. */
const MOST = 5;

/** Where evidence is missing that matters: what to hold, and for how long. */
export function WhereNextCard({ fit, task }: { fit: LogFit; task: MapTask }) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const next = useMemo(() => whereNext(task.grid, fit.cells, fit.spentS, MOST), [task, fit]);
  return (
    <Card title="Where to drive next">
      {next.length === 0 ? (
        <Text>
          Every cell that these drives spent time in is known. Drive it as it is raced, and look again.
        </Text>
      ) : (
        <>
          <Sentences sentences={next.map((cell) => ({ tone: 'plain', text: nextWords(cell, task.load) }))} />
          {task.pulse === null ? (
            <View style={{ flexDirection: 'row' }}>
              <Button
                label="Map it live on the bench"
                icon="arrow-right"
                onPress={() => router.navigate(`/c/${id}/bench/mapping`)}
              />
            </View>
          ) : null}
        </>
      )}
    </Card>
  );
}
