import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { fetchCalibration, useEcu } from '@/data/ecu/ecuSession';
import { compareWith } from '@/data/session/compared';
import { useCreateCalibration } from '@/data/store/listQueries';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** Longest name that a fetched calibration keeps of the one it was. */
const NAME_LENGTH = 40;

/** What is in the engine computer: who it is, compared place by place, and fetched as a calibration of its own. */
export function InItCard() {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const identity = useEcu((ecu) => ecu.identity);
  const contents = useEcu((ecu) => ecu.contents);
  const doing = useEcu((ecu) => ecu.doing);
  const create = useCreateCalibration();
  const [kept, setKept] = useState<string | null>(null);
  if (identity === null || contents === null) return null;
  const compare = async (of: 'running' | 'stored') => {
    const document = await fetchCalibration(of);
    if (document === null) return;
    const runs = of === 'running';
    compareWith(id, runs ? 'what runs' : 'what is stored', document, null, runs);
    router.navigate(`/c/${id}/versions/compare` as '/');
  };
  const fetch = async () => {
    const document = await fetchCalibration('running');
    if (document === null) return;
    const named: Calibration = { ...document, name: `${document.name.slice(0, NAME_LENGTH)}, fetched` };
    await create.mutateAsync(() => named);
    setKept(named.name);
  };
  return (
    <Card
      title="What is in it"
      intro={`${contents.calibration ?? 'No calibration'}; serial ${identity.serial}, firmware ${identity.firmware}, store ${contents.generation}.`}
    >
      {kept === null ? null : (
        <Message tone="plain">{`It is kept as “${kept}”, among the calibrations.`}</Message>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Compare with what runs"
          icon="compare"
          disabled={doing !== null}
          onPress={() => void compare('running')}
        />
        <Button
          label="Compare with what is stored"
          icon="compare"
          disabled={doing !== null}
          onPress={() => void compare('stored')}
        />
        <Button
          label="Fetch it as a calibration"
          icon="download-outline"
          disabled={doing !== null}
          onPress={() => void fetch()}
        />
      </View>
      <Text kind="small" colour="muted">
        Compared, either side is taken over place by place or by section.
      </Text>
    </Card>
  );
}
