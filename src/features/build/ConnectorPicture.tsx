import { type Calibration, pinFunctions } from '@/core/calibration';
import { findings, findingWords } from '@/core/checks';
import type { EcuPin } from '@/core/pins';
import { freeFunctions, PIN_KIND_TEXT, wiringConflicts } from '@/core/pins/schema';
import { useShownUnits } from '@/data/preferences';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { RadioRow } from '@/ui/button/RadioRow';
import { Card } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';
import { assignPin } from './pinEdits';

/** The connectors pin by pin: what each does, which are free, where two jobs meet. A free one can be given a job here. */
export function ConnectorPicture({ document }: { document: Calibration }) {
  const [chosen, setChosen] = useState<EcuPin | null>(null);
  const [units] = useShownUnits();
  const { ecu, assignments } = document.pins;
  if (ecu === null) {
    return (
      <Card title="Connectors">
        <Text colour="muted">Drawn once the engine computer is chosen.</Text>
      </Card>
    );
  }
  const functions = pinFunctions(document);
  const conflicts = wiringConflicts(ecu, assignments, functions);
  const connectors = [...new Set(ecu.pins.map((pin) => pin.id.charAt(0)))];
  const jobs = (pin: EcuPin) =>
    assignments
      .filter((entry) => entry.pin === pin.id)
      .map((entry) => functions.find((wanted) => wanted.id === entry.function)?.label ?? 'No longer needed');
  const offered = chosen === null ? [] : freeFunctions(chosen, assignments, functions);
  const here = chosen === null ? [] : jobs(chosen);
  return (
    <Card title="Connectors" intro="Filled: has a job. Broken line: free. Press a pin.">
      {connectors.map((connector) => (
        <View key={connector} style={{ gap: SPACE.xs }}>
          <Text kind="strong">{`Connector ${connector}`}</Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xs }}>
            {ecu.pins
              .filter((pin) => pin.id.startsWith(connector))
              .map((pin) => (
                <PinSquare
                  key={pin.id}
                  pin={pin}
                  jobs={jobs(pin)}
                  conflict={conflicts.some((conflict) => conflict.pin === pin.id)}
                  onPress={() => setChosen(pin)}
                />
              ))}
          </View>
        </View>
      ))}
      <Sheet
        title={chosen === null ? '' : `Pin ${chosen.id}, ${PIN_KIND_TEXT[chosen.kind].toLowerCase()}`}
        open={chosen !== null}
        onClose={() => setChosen(null)}
      >
        {here.length === 0 ? (
          <Text colour="muted">Free.</Text>
        ) : (
          here.map((job) => <Text key={job}>{job}</Text>)
        )}
        {chosen === null
          ? null
          : findings(document)
              .filter(({ place, data }) => place.startsWith('pins.') && data['pin'] === chosen.id)
              .map((finding) => (
                <Text key={`${finding.id} ${finding.place}`} colour="error">
                  {findingWords(finding, units)}
                </Text>
              ))}
        {here.length > 0 ? null : (
          <>
            <Text kind="small" colour="muted">
              {offered.length === 0
                ? 'No function without a pin fits here.'
                : 'Functions without a pin that fit here:'}
            </Text>
            <View role="radiogroup" aria-label="Functions that fit">
              {offered.map((wanted) => (
                <RadioRow
                  key={wanted.id}
                  label={wanted.label}
                  chosen={false}
                  onChoose={() => {
                    if (chosen !== null) assignPin(wanted, chosen.id);
                    setChosen(null);
                  }}
                />
              ))}
            </View>
          </>
        )}
      </Sheet>
    </Card>
  );
}

interface SquareProps {
  pin: EcuPin;
  jobs: readonly string[];
  conflict: boolean;
  onPress: () => void;
}

function PinSquare({ pin, jobs, conflict, onPress }: SquareProps) {
  const roles = useRoles();
  const used = jobs.length > 0;
  return (
    <Pressable
      role="button"
      aria-label={`Pin ${pin.id}, ${PIN_KIND_TEXT[pin.kind].toLowerCase()}: ${used ? jobs.join(' and ') : 'free'}${conflict ? ', in conflict' : ''}`}
      onPress={onPress}
      style={{
        width: 46,
        height: 44,
        alignItems: 'center',
        justifyContent: 'center',
        borderRadius: CORNER.field,
        borderWidth: conflict ? 3 : 1,
        borderStyle: used ? 'solid' : 'dashed',
        borderColor: conflict ? roles.error : used ? roles.text : roles.muted,
        backgroundColor: used ? roles.raised : roles.surface,
      }}
    >
      <Text kind="number">{pin.id}</Text>
      {conflict ? (
        <Text kind="small" colour="error">
          {String(jobs.length)}
        </Text>
      ) : null}
    </Pressable>
  );
}
