import { inSentence } from '@/core/units';
import { type Calibration, pinFunctions } from '@/core/calibration';
import { findingKey, findings, findingWords } from '@/core/checks';
import type { EcuPin } from '@/core/pins';
import { freeFunctions, PIN_KIND_TEXT, type TakenPin, takenPins, wiringConflicts } from '@/core/pins/schema';
import { useShownUnits } from '@/data/shownUnits';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { Button } from '@/ui/button/Button';
import { RadioRow } from '@/ui/button/RadioRow';
import { Card } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';
import { assignPin, clearPin, takePin } from './pinEdits';

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
      .map(({ function: id }) => {
        const wanted = functions.find((entry) => entry.id === id);
        return { id, label: wanted?.label ?? 'No longer needed', wanted };
      });
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
                  jobs={jobs(pin).map(({ label }) => label)}
                  conflict={conflicts.some((conflict) => conflict.pin === pin.id)}
                  onPress={() => setChosen(pin)}
                />
              ))}
          </View>
        </View>
      ))}
      <Sheet
        title={chosen === null ? '' : `Pin ${chosen.id}, ${inSentence(PIN_KIND_TEXT[chosen.kind])}`}
        open={chosen !== null}
        onClose={() => setChosen(null)}
      >
        {here.length === 0 ? (
          <Text colour="muted">Free.</Text>
        ) : (
          here.map(({ id, label, wanted }) => (
            <View key={id} style={{ gap: SPACE.s }}>
              <Text kind="strong">{label}</Text>
              <View style={{ flexDirection: 'row' }}>
                <Button
                  label={`Take ${label} off`}
                  onPress={() => {
                    clearPin({ id, label });
                    setChosen(null);
                  }}
                />
              </View>
              {wanted === undefined ? null : (
                <Partners
                  partners={takenPins(ecu, assignments, functions, wanted).filter(({ swaps }) => swaps)}
                  label={label}
                  onChoose={(partner) => {
                    takePin(wanted, partner);
                    setChosen(null);
                  }}
                />
              )}
            </View>
          ))
        )}
        {chosen === null
          ? null
          : findings(document)
              .filter(({ place, data }) => place.startsWith('pins.') && data['pin'] === chosen.id)
              .map((finding) => (
                <Text key={findingKey(finding)} colour="error">
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

/** Functions that the one on this pin can change places with. */
function Partners({
  partners,
  label,
  onChoose,
}: {
  partners: readonly TakenPin[];
  label: string;
  onChoose: (partner: TakenPin) => void;
}) {
  if (partners.length === 0) return null;
  return (
    <>
      <Text kind="small" colour="muted">
        Let it change places with
      </Text>
      <View role="radiogroup" aria-label={`${label} changes places with`}>
        {partners.map((partner) => (
          <RadioRow
            key={partner.holder.id}
            label={`${partner.holder.label}, ${partner.pin.id}`}
            chosen={false}
            onChoose={() => onChoose(partner)}
          />
        ))}
      </View>
    </>
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
      aria-label={`Pin ${pin.id}, ${inSentence(PIN_KIND_TEXT[pin.kind])}: ${used ? jobs.join(' and ') : 'free'}${conflict ? ', in conflict' : ''}`}
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
