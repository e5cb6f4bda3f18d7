import type { ReactNode } from 'react';
import { View } from 'react-native';
import { baseValue, firingOf, injectionChoice, valvesOf } from '@/core/calibration';
import { injectionOutputs, modeRefusals, proposedEndBeforeTdcDeg } from '@/core/injector';
import { LOSS_LIMIT_PERCENT, type Spray, sprays } from '@/core/meaning';
import { CYCLE_DEG, inSentence } from '@/core/units';
import { injectorFunction } from '@/core/pins';
import { useDocumentLater } from '@/data/session/documentParts';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { insideCycle, LaneChart, type Lane } from '@/ui/chart';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ValveStrip } from './CamsScreen';
import { SectionCards } from '../fields/SectionCards';
import { PinCard } from './PinCard';
import { SectionPage } from './SectionPage';

/** The end of injection that the cams say, where another is entered. */
function CamsEnd() {
  const document = useDocumentLater();
  const valves = valvesOf(document);
  const proposed = valves === null ? null : Math.round(proposedEndBeforeTdcDeg(valves));
  if (proposed === null || baseValue(document, 'injection.endOfInjection') === proposed) return null;
  const take = () =>
    edit(`End of injection ${proposed}°`, (draft) => {
      const source = { kind: 'computed', date: today(), note: 'Where the intake opens' } as const;
      draft.injection.endOfInjection = { amount: proposed, unit: 'deg', source };
    });
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        {`The cams say ${proposed}°: the spray’s end meets the intake valve just before it opens, so all that can wait on the hot closed valve does.`}
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <Button label={`Take ${proposed}°`} onPress={take} />
      </View>
    </View>
  );
}

const AROUND = {
  'injection.endOfInjection': (field: ReactNode) => (
    <>
      {field}
      <CamsEnd />
    </>
  ),
};

/** How injections are timed: mode, events by firing order, and the angle against the valves. */
export function InjectionScreen() {
  return (
    <SectionPage
      id="injection"
      beside={
        <>
          <EventTable />
          <AngleCard />
        </>
      }
    >
      <SectionCards section="injection" around={AROUND} />
      <PinCard title="Pins of the injectors" of={(id) => id.startsWith(injectorFunction([]))} />
    </SectionPage>
  );
}

/** Which driver opens when over two turns; nothing while the mode cannot be had. */
function EventTable() {
  const document = useDocumentLater();
  const events = firingOf(document);
  const choice = injectionChoice(document);
  const end = baseValue(document, 'injection.endOfInjection');
  if (events === null || choice === null || end === null) {
    return (
      <Card title="Events over two turns">
        <Text colour="muted">Drawn once firing order, mode, wiring and end of injection are known.</Text>
      </Card>
    );
  }
  const impossible = modeRefusals(events, choice.mode, choice.wiring, null, null).length > 0;
  const outputs = impossible ? [] : injectionOutputs(events, choice.mode, choice.wiring, end);
  return (
    <Card
      title="Events over two turns"
      intro="Each mark: an injection ends at the valve. From the firing TDC of cylinder 1."
    >
      <LaneChart
        title={outputs
          .map(
            ({ cylinders, endsDeg }) =>
              `cylinder ${cylinders.join(' and ')} at ${endsDeg.map(Math.round).join('° and ')}°`,
          )
          .join(', ')}
        from={0}
        to={CYCLE_DEG}
        ticks={[0, 180, 360, 540, CYCLE_DEG]}
        unit="°"
        lanes={outputs.map(({ number, cylinders, endsDeg }) => ({
          id: String(number),
          label: cylinders.length > 1 ? `Cylinders ${cylinders.join(' and ')}` : `Cylinder ${cylinders[0]}`,
          marks: endsDeg.map((at) => ({ at, label: `${Math.round(at)}°`, tone: 'accent' })),
        }))}
      />
      {outputs.length === 0 ? <Text colour="muted">This mode cannot be had with this wiring.</Text> : null}
    </Card>
  );
}

/** The spray on the valve strip at idle, cruise and full load, with what is lost in overlap. */
function AngleCard() {
  const document = useDocumentLater();
  const shown = sprays(document);
  const lanes: Lane[] = (shown ?? []).map((spray) => ({
    id: spray.id,
    label: `Spray, ${inSentence(spray.label)}`,
    spans: insideCycle([{ from: spray.spray.fromDeg, to: spray.spray.toDeg, tone: 'accent' }], CYCLE_DEG),
  }));
  return (
    <Card title="Spray and valves" intro="When fuel reaches the valve, in its own cylinder’s cycle.">
      <ValveStrip document={document} lanes={lanes} />
      {shown === null ? (
        <Text colour="muted">The spray is drawn once cams, angle and maps are there.</Text>
      ) : (
        shown.map((spray) => <LossLine key={spray.id} spray={spray} />)
      )}
    </Card>
  );
}

function LossLine({ spray }: { spray: Spray }) {
  const lost = spray.lossPercent.toFixed(0);
  return (
    <View style={{ gap: 2 }}>
      <Text>
        {`${spray.label}, ${Math.round(spray.speedRpm)} rev/min: ${lost} % of the spray meets both valves open; the injector closes ${Math.round(spray.transportDeg)}° earlier.`}
      </Text>
      {spray.lossPercent > LOSS_LIMIT_PERCENT && spray.id !== 'full' ? (
        <StateMark
          tone="warning"
          label="Part of it is blown through unburned. End earlier, before the intake opens."
        />
      ) : null}
    </View>
  );
}
