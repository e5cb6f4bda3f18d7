import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Correction } from '@/core/correction';
import { MAX_CORRECTIONS } from '@/core/correction/schema';
import { edit, useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Card, Page } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { At } from '../fields/At';
import { TypingFrom } from '../fields/TypingFrom';
import { CorrectionCard } from './CorrectionCard';
import { NewCorrectionSheet } from './NewCorrectionSheet';

/** Where the builder's corrections stand among the built-in steps. */
const ORDER: readonly (string | Correction['on'])[] = [
  'Lambda target map',
  'target',
  'Fuel for the air at the target',
  'Cranking, after-start, warm-up, acceleration',
  'fuel',
  'Gear and cylinder trim, overrun cut',
  'Spark map, by coolant, by intake air',
  'spark',
  'Spark trims, limits',
];

/** The builder's own correction maps, in the order they act. */
export function CorrectionsScreen() {
  const { corrections } = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [adding, setAdding] = useState(false);
  const move = (from: number, to: number) =>
    edit('Order of the corrections', (draft) => {
      const [moved] = draft.corrections.splice(from, 1);
      if (moved !== undefined) draft.corrections.splice(to, 0, moved);
    });
  return (
    <Page beside={<OrderCard corrections={corrections} />}>
      <BackTitle
        title="Corrections"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      <Text colour="muted">
        Maps of your own over any two channels. They count in Workings and in the dry start like the built-in
        ones.
      </Text>
      {corrections.map((correction, i) => (
        <At key={correction.id} place={`corrections.${correction.id}`}>
          <CorrectionCard
            correction={correction}
            onOpen={() => router.navigate(`/c/${id}/maps/correction-${correction.id}` as '/')}
            onUp={i === 0 ? null : () => move(i, i - 1)}
            onDown={i === corrections.length - 1 ? null : () => move(i, i + 1)}
          />
        </At>
      ))}
      {corrections.length === 0 ? (
        <Card title="None yet">
          <Text>
            Most engines need none: the gas law accounts for air temperature and altitude. One is for what it
            does not know, as fuel that warms in the rail.
          </Text>
        </Card>
      ) : null}
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Add a correction"
          kind="primary"
          icon="plus"
          disabled={corrections.length >= MAX_CORRECTIONS}
          onPress={() => setAdding(true)}
        />
      </View>
      {adding ? <NewCorrectionSheet onClose={() => setAdding(false)} /> : null}
    </Page>
  );
}

/** Every step in the order it is applied, the builder's own where they act. */
function OrderCard({ corrections }: { corrections: readonly Correction[] }) {
  return (
    <Card title="Order of application" intro="From the top down. Corrections that are off are left out.">
      {ORDER.map((step) => {
        const own = corrections.filter(({ on, enabled }) => enabled && on === step);
        const built = step !== 'target' && step !== 'fuel' && step !== 'spark';
        if (built) {
          return (
            <Text key={step} colour="muted">
              {step}
            </Text>
          );
        }
        return own.length === 0 ? null : (
          <View key={step} style={{ gap: SPACE.xs }}>
            {own.map(({ id, name }) => (
              <Text key={id} kind="strong" colour="accent">
                {name}
              </Text>
            ))}
          </View>
        );
      })}
    </Card>
  );
}
