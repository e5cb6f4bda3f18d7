import { firingOf, wheelOf } from '@/core/calibration';
import { triggerMeaning, triggerSentence } from '@/core/meaning';
import { triggerPattern } from '@/core/trigger';
import { CYCLE_DEG } from '@/core/units';
import { useDocumentLater } from '@/data/session/documentParts';
import { insideCycle, LaneChart, type Lane } from '@/ui/chart';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionCards } from '../fields/SectionCards';
import { Meaning } from './Meaning';
import { PinCard } from './PinCard';
import { SectionPage } from './SectionPage';

/** Crank wheel and cam tooth, drawn as the engine computer meets them, and what they permit. */
export function TriggerScreen() {
  return (
    <SectionPage
      id="trigger"
      beside={
        <>
          <Card title="Tooth picture" intro="Two turns from the firing TDC of cylinder 1.">
            <ToothPicture />
          </Card>
          <Permitted />
          <Meaning of={triggerMeaning} />
        </>
      }
    >
      <SectionCards section="trigger" />
      <PinCard title="Pins of the sensors" of={(id) => id === 'crank' || id === 'cam'} />
    </SectionPage>
  );
}

/** What the wheel and the cam tooth permit, in a sentence. */
function Permitted() {
  const sentence = triggerSentence(useDocumentLater());
  return sentence === null ? null : (
    <Message tone={sentence.good ? 'good' : 'warning'}>{sentence.text}</Message>
  );
}

/** Teeth with their gap, cam pulse with its window, and each cylinder's firing TDC: a lane set for each turn. */
function ToothPicture() {
  const document = useDocumentLater();
  const wheel = wheelOf(document);
  if (wheel === null)
    return <Text colour="muted">Drawn once the wheel and the cam sensor are described.</Text>;
  const { teethDeg, gapsDeg, camDeg } = triggerPattern(wheel);
  const events = firingOf(document) ?? [];
  const half = (wheel.cam?.windowDeg ?? 0) / 2;
  const gaps = insideCycle(
    gapsDeg.map(({ from, to }) => ({ from, to, tone: 'warning', label: 'gap', hollow: true })),
    CYCLE_DEG,
  );
  const windows = insideCycle(
    camDeg.map((at) => ({ from: at - half, to: at + half, tone: 'steel', hollow: true })),
    CYCLE_DEG,
  );
  return ([0, 360] as const).map((start) => {
    const inTurn = (at: number) => at >= start && at < start + 360;
    const cut = (spans: typeof gaps) =>
      spans.flatMap((span) => {
        const from = Math.max(start, span.from);
        const to = Math.min(start + 360, span.to);
        return to > from ? [{ ...span, from, to }] : [];
      });
    const lanes: Lane[] = [
      {
        id: 'tdc',
        label: start === 0 ? 'Firing TDC, first turn' : 'Firing TDC, second turn',
        marks: events
          .filter(({ angleDeg }) => inTurn(angleDeg))
          .map(({ cylinder, angleDeg }) => ({ at: angleDeg, label: String(cylinder), tone: 'accent' })),
      },
      {
        id: 'crank',
        label: 'Crank teeth',
        spans: cut(gaps),
        marks: teethDeg.filter(inTurn).map((at) => ({ at, height: 0.6 })),
      },
    ];
    if (wheel.cam !== null) {
      lanes.push({
        id: 'cam',
        label: 'Cam pulse, in its window',
        spans: cut(windows),
        marks: camDeg.filter(inTurn).map((at) => ({ at, label: 'cam', tone: 'steel' })),
      });
    }
    return (
      <LaneChart
        key={start}
        title={`Teeth from ${start} to ${start + 360} degrees: ${teethDeg.filter(inTurn).length} teeth, ${camDeg.filter(inTurn).length} cam pulses`}
        from={start}
        to={start + 360}
        ticks={[0, 90, 180, 270, 360].map((tick) => tick + start)}
        unit="°"
        lanes={lanes}
      />
    );
  });
}
