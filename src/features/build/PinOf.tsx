import { inSentence } from '@/core/units';
import { useSaid } from '@/data/session/useSaid';
import { type Calibration, pinFunctions } from '@/core/calibration';
import type { PinFunction } from '@/core/pins';
import { freePins, PIN_KIND_TEXT, takenPins } from '@/core/pins/schema';
import { useState } from 'react';
import { View } from 'react-native';
import { useAfterPaint, useDocumentPart } from '@/data/session/documentParts';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { RadioRow } from '@/ui/button/RadioRow';
import { Icon } from '@/ui/icon/Icon';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { At } from '../fields/At';
import { assignPin, clearPin, noteWire, takePin } from './pinEdits';
import { WireNote } from './WireNote';

/** The pin of a function: which it is, what is wrong with it, and only fitting free ones to choose from. */
export function PinOf({ wanted }: { wanted: PinFunction }) {
  const roles = useRoles();
  const { ecu, assignments } = useDocumentPart(({ pins }) => pins);
  const [open, setOpen] = useState(false);
  const own = assignments.find((entry) => entry.function === wanted.id);
  const { conflict } = useSaid(`pins.${wanted.id}`);
  const offered = ecu === null || conflict === null ? [] : freePins(ecu, assignments, wanted);
  return (
    <At place={`pins.${wanted.id}`} style={{ gap: SPACE.xs }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <View style={{ flex: 1 }}>
          <Text kind="strong">{wanted.label}</Text>
          {own === undefined || own.wire === '' ? null : (
            <Text kind="small" colour="muted">
              {own.wire}
            </Text>
          )}
        </View>
        <Button
          label={own === undefined ? 'Choose a pin' : `Pin ${own.pin}`}
          accessibilityLabel={
            own === undefined ? `Choose a pin for ${wanted.label}` : `${wanted.label}: pin ${own.pin}`
          }
          disabled={ecu === null}
          onPress={() => setOpen(true)}
        />
      </View>
      {ecu === null ? (
        <Text kind="small" colour="muted">
          Choose the engine computer in Pins first.
        </Text>
      ) : null}
      {conflict === null ? null : (
        <View role="alert" style={{ flexDirection: 'row', gap: SPACE.xs }}>
          <Icon name="alert-circle-outline" size={16} color={roles.error} />
          <Text kind="small" colour="error" style={{ flex: 1 }}>
            {`${conflict} ${
              offered.length === 0
                ? 'No free pin fits.'
                : `Free: ${offered
                    .slice(0, 6)
                    .map(({ id }) => id)
                    .join(', ')}.`
            }`}
          </Text>
        </View>
      )}
      <Sheet title={`Pin of ${inSentence(wanted.label)}`} open={open} onClose={() => setOpen(false)}>
        {open ? <PinChoice wanted={wanted} own={own} onDone={() => setOpen(false)} /> : null}
      </Sheet>
    </At>
  );
}

/** The pins that a function may go to: worked out once they are asked for. */
function PinChoice({
  wanted,
  own,
  onDone,
}: {
  wanted: PinFunction;
  own: Calibration['pins']['assignments'][number] | undefined;
  onDone: () => void;
}) {
  const document = useDocument();
  // The sheet answers the touch; its rows, which are many, come behind that paint.
  const isPainted = useAfterPaint();
  const { ecu, assignments } = document.pins;
  const offered = ecu === null ? [] : freePins(ecu, assignments, wanted);
  const taken = ecu === null ? [] : takenPins(ecu, assignments, pinFunctions(document), wanted);
  const choose = (pin: string) => {
    assignPin(wanted, pin);
    onDone();
  };
  return (
    <>
      {own === undefined ? null : (
        <WireNote
          key={own.pin}
          pin={own.pin}
          label={wanted.label}
          wire={own.wire}
          onDone={(wire) => noteWire(wanted, wire)}
        />
      )}
      <Text kind="small" colour="muted">
        {offered.length === 0
          ? 'No free pin fits. Free one, or choose a larger engine computer.'
          : 'Free pins that fit. The wire has to move in the loom too.'}
      </Text>
      <View role="radiogroup" aria-label="Free pins">
        {(isPainted ? offered : []).map((pin) => (
          <RadioRow
            key={pin.id}
            label={`${pin.id}, ${inSentence(PIN_KIND_TEXT[pin.kind])}${pin.maxA === undefined ? '' : `, ${pin.maxA} A`}`}
            chosen={false}
            onChoose={() => choose(pin.id)}
          />
        ))}
      </View>
      {taken.length === 0 || !isPainted ? null : (
        <>
          <Text kind="small" colour="muted">
            Pins that fit and do another job.
          </Text>
          <View role="radiogroup" aria-label="Taken pins">
            {taken.map((entry) => (
              <RadioRow
                key={entry.holder.id}
                label={`${entry.pin.id}, ${entry.holder.label}`}
                hint={entry.swaps ? 'The two change places' : `${entry.holder.label} goes off it`}
                chosen={false}
                onChoose={() => {
                  takePin(wanted, entry);
                  onDone();
                }}
              />
            ))}
          </View>
        </>
      )}
      {own === undefined ? null : (
        <Button
          label={`Take ${wanted.label} off ${own.pin}`}
          onPress={() => {
            clearPin(wanted);
            onDone();
          }}
        />
      )}
    </>
  );
}
