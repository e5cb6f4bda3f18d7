import { View } from 'react-native';
import { conversionContext } from '@/core/calibration';
import { flowCurve, injectorMeaning } from '@/core/meaning';
import { useDocumentLater } from '@/data/session/documentParts';
import { LineChart } from '@/ui/chart';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { SectionCards } from '../fields/SectionCards';
import { InjectorLibraryCard } from './InjectorLibraryCard';
import { Meaning } from './Meaning';
import { SectionPage } from './SectionPage';
import { WhatFollowed } from './WhatFollowed';

/** The injector set, the pressure it works at, and whether it can feed the engine. */
export function InjectorsScreen() {
  return (
    <SectionPage
      id="injectors"
      beside={
        <>
          <FlowPicture />
          <WhatFollowed />
          <Meaning of={injectorMeaning} />
        </>
      }
    >
      <InjectorLibraryCard />
      <SectionCards section="injectors" />
    </SectionPage>
  );
}

/** Pressure across and flow from deepest vacuum to the highest boost. */
function FlowPicture() {
  const document = useDocumentLater();
  const curve = flowCurve(document);
  const { barometricKpa } = conversionContext(document);
  if (curve === null) {
    return (
      <Card title="Flow over manifold pressure">
        <Text colour="muted">Drawn once rating, pressure and fuel are known.</Text>
      </Card>
    );
  }
  const shared = { x: curve.manifoldKpa, xLabel: 'Manifold, kPa abs', decimals: 0, height: 150 };
  const fromZero = (values: readonly number[]) => [0, Math.max(...values) * 1.15] as const;
  return (
    <Card
      title="Flow over manifold pressure"
      intro={`From deepest vacuum to the highest pressure intended, air at ${barometricKpa.toFixed(1)} kPa.${curve.seaLevel === null ? '' : ' Broken: at sea level.'}`}
    >
      <View style={{ gap: SPACE.m }}>
        <LineChart
          {...shared}
          title="Pressure across"
          yLabel="kPa"
          yRange={fromZero(curve.acrossKpa)}
          series={[
            { id: 'across', label: 'Here', values: curve.acrossKpa },
            ...(curve.seaLevel === null
              ? []
              : [{ id: 'sea', label: 'At sea level', values: curve.seaLevel.acrossKpa, dash: '6 4' }]),
          ]}
        />
        <LineChart
          {...shared}
          title="Flow of one injector"
          yLabel="cm³/min"
          yRange={fromZero(curve.cm3PerMin)}
          series={[
            { id: 'flow', label: 'Here', values: curve.cm3PerMin },
            ...(curve.seaLevel === null
              ? []
              : [{ id: 'sea', label: 'At sea level', values: curve.seaLevel.cm3PerMin, dash: '6 4' }]),
          ]}
        />
      </View>
    </Card>
  );
}
