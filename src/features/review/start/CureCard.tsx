import { useState } from 'react';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { type Calibration, mapAt } from '@/core/calibration';
import { MAP_DEFINITIONS } from '@/core/program';
import { keptEdit } from '@/data/session/keptEdit';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { LineChart } from '@/ui/chart';
import { Card, Message, StateMark } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { Cure, StartSetup } from '@/workers/dryStartProtocol';
import { changeWords, curedWords, curvesMoved, NOT_KNOWN, putCure } from './cureWords';
import { dropCure, runCure, useCure } from './cureStore';

interface Props {
  id: string;
  document: Calibration;
  setup: StartSetup;
  /** The cure is in: the start is worth another try. */
  onTaken: () => void;
}

/** What would cure a start that fails, found by starting the engine with other curves; nothing changes until it is taken. */
export function CureCard({ id, document, setup, onTaken }: Props) {
  const status = useCure((state) => state.status);
  const tried = useCure((state) => state.tried);
  const failure = useCure((state) => state.failure);
  const about = useCure((state) => (state.about?.id === id ? state.about : null));
  const cure = useCure((state) => (state.about?.id === id ? state.cure : null));
  const look = () => void runCure(id, document, setup);
  if (status === 'running' && about !== null) {
    return (
      <Card title="What would cure it">
        <Text role="status">{`${tried} starts tried with other curves.`}</Text>
        <View style={{ height: 4 }}>
          <ProgressBar indeterminate aria-label="Looking for a cure" />
        </View>
        <Button label="Stop looking" icon="stop" onPress={dropCure} />
      </Card>
    );
  }
  return (
    <Card
      title="What would cure it"
      intro="Cranking, after-start and warm-up curves, tried in simulation from far too little to far too much, at every temperature that does not settle."
    >
      {failure === null || about === null ? null : <Message tone="error">{failure}</Message>}
      {cure === null ? null : (
        <Found
          cure={cure}
          document={document}
          isStale={about?.document !== document}
          onTake={() => {
            void keptEdit('Take the cure of the starts', (draft) =>
              putCure(draft as Calibration, cure, today()),
            );
            dropCure();
            onTaken();
          }}
        />
      )}
      <Button label={cure === null ? 'Look for a cure' : 'Look again'} icon="auto-fix" onPress={look} />
    </Card>
  );
}

interface FoundProps {
  cure: Cure;
  document: Calibration;
  isStale: boolean;
  onTake: () => void;
}

function Found({ cure, document, isStale, onTake }: FoundProps) {
  const curves = curvesMoved(cure);
  return (
    <View style={{ gap: SPACE.m }}>
      {curves.length === 0 ? (
        <Text kind="strong">No curve of starting cures it.</Text>
      ) : (
        <Text kind="strong">{curedWords(cure)}</Text>
      )}
      {curves.map((id) => (
        <CurveMoved key={id} id={id} cure={cure} document={document} />
      ))}
      {cure.left.length === 0 ? null : (
        <Lines
          title="Left as they are"
          lines={cure.left.map(({ coolantC, headline, reason }) => `${coolantC} °C: ${headline}. ${reason}`)}
        />
      )}
      <Lines title="What a simulation cannot know" lines={NOT_KNOWN} />
      {isStale ? (
        <StateMark tone="warning" label="The calibration has changed since. Look again." />
      ) : curves.length === 0 ? null : (
        <Button label="Take it, and start again" kind="primary" icon="check" onPress={onTake} />
      )}
    </View>
  );
}

/** One curve, as it is and as proposed, with the reason of each change. */
function CurveMoved({
  id,
  cure,
  document,
}: {
  id: ReturnType<typeof curvesMoved>[number];
  cure: Cure;
  document: Calibration;
}) {
  const [open, setOpen] = useState(false);
  const map = mapAt(document, id);
  const { label, decimals, unit } = MAP_DEFINITIONS[id];
  if (map === null) return null;
  const proposed = map.values.map(
    (value, index) => cure.points.find((point) => point.mapId === id && point.index === index)?.to ?? value,
  );
  const reasons = cure.changes.filter(({ mapId }) => mapId === id).map(changeWords);
  return (
    <View style={{ gap: SPACE.s }}>
      <LineChart
        title={label}
        x={map.x}
        xLabel="Coolant, °C"
        yLabel={unit}
        decimals={decimals}
        height={150}
        dots
        series={[
          { id: 'proposed', label: 'proposed', values: proposed },
          { id: 'now', label: 'now', values: map.values, dash: '5 4' },
        ]}
      />
      <Text kind="small" colour="muted">
        The line is what is proposed, the broken one what is there.
      </Text>
      <Button
        label={open ? 'Close the reasons' : `Why, at ${reasons.length} temperatures`}
        accessibilityLabel={open ? `Close the reasons of ${label}` : `Why ${label} changes`}
        onPress={() => setOpen(!open)}
      />
      {open ? <Lines lines={reasons} /> : null}
    </View>
  );
}

/** Sentences under each other, with a title where there is one. */
function Lines({ title, lines }: { title?: string; lines: readonly string[] }) {
  return (
    <View style={{ gap: SPACE.xs }}>
      {title === undefined ? null : <Heading level={3}>{title}</Heading>}
      <View role="list" style={{ gap: SPACE.xs }}>
        {lines.map((line) => (
          <View key={line} role="listitem">
            <Text kind="small">{line}</Text>
          </View>
        ))}
      </View>
    </View>
  );
}
