import { useState } from 'react';
import { View } from 'react-native';
import { baseValue, fieldInfo } from '@/core/calibration';
import { commonFiringOrders, parseFiringOrder } from '@/core/engine';
import { useSaid } from '@/data/session/useSaid';
import { useDocumentPart } from '@/data/session/documentParts';
import { setDraft, useSession } from '@/data/session/session';
import { useSourcedField } from '@/data/session/useField';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { FieldFrame, FieldSheets, TextBox, type FieldSheet } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { CylinderButtons } from '../fields/CylinderList';

const PATH = 'engine.firingOrder';
const UNREADABLE = 'That is not a list of cylinders. Type their numbers in order, as 1-3-4-2.';

/** The firing order: tapped cylinder by cylinder, typed, or one of the common ones for this number and layout. */
export function FiringOrder() {
  const draft = useSession((session) => session.drafts[PATH]);
  const { value, label, onCommit, onSource } = useSourcedField<number[]>(PATH);
  const [sheet, setSheet] = useState<FieldSheet>(null);
  const [editing, setEditing] = useState(false);
  const help = fieldInfo(PATH)?.help;
  const written = value?.value.join('-') ?? '';
  const cylinders = useDocumentPart((document) => baseValue(document, 'engine.cylinders')) ?? 0;
  const layout = useDocumentPart(({ engine }) => engine.layout?.value ?? null);
  const { conflict } = useSaid(PATH);
  const unreadable =
    draft !== undefined && !editing && draft.trim() !== '' && parseFiringOrder(draft) === null;
  const order = draft === undefined ? (value?.value ?? []) : (parseFiringOrder(draft) ?? []);
  const tapping = draft !== undefined && order.length > 0 && order.length < cylinders;

  const commit = (next: number[]) => {
    setDraft(PATH, null);
    if (next.join('-') !== written) onCommit(next, next.join('-'));
  };
  const done = () => {
    setEditing(false);
    if (draft === undefined) return;
    const typed = parseFiringOrder(draft);
    if (typed !== null) commit(typed);
    else if (draft.trim() === '') setDraft(PATH, null);
  };
  const tap = (cylinder: number) => {
    const begun = tapping ? order : [];
    if (begun.includes(cylinder)) return;
    const next = [...begun, cylinder];
    if (next.length === cylinders) commit(next);
    else setDraft(PATH, next.join('-'));
  };

  return (
    <>
      <FieldFrame
        label={label}
        source={value?.source ?? null}
        onSource={() => setSheet('source')}
        onHelp={() => setSheet('help')}
        error={unreadable ? UNREADABLE : conflict}
        errorId={`${PATH}-error`}
      >
        <View style={{ flexDirection: 'row' }}>
          <TextBox
            label={label}
            value={draft ?? written}
            placeholder="1-3-4-2"
            invalid={unreadable || conflict !== null}
            describedBy={`${PATH}-error`}
            onChangeText={(text) => {
              setEditing(true);
              setDraft(PATH, text);
            }}
            onDone={done}
            onCancel={() => setDraft(PATH, null)}
          />
        </View>
        {cylinders === 0 ? null : (
          <>
            <Text kind="small" colour="muted">
              {tapping
                ? `Tap the next one; ${cylinders - order.length} to go.`
                : 'Or tap the cylinders in the order they fire.'}
            </Text>
            <CylinderButtons
              label="Tap in firing order"
              cylinders={cylinders}
              mark={(cylinder) => {
                const place = order.indexOf(cylinder);
                return place === -1 ? null : ordinal(place + 1);
              }}
              onPress={tap}
            />
            {tapping ? (
              <View style={{ flexDirection: 'row' }}>
                <Button label="Begin again" onPress={() => setDraft(PATH, null)} />
              </View>
            ) : null}
          </>
        )}
        <Chips
          label="Common firing orders"
          options={commonFiringOrders(cylinders, layout).map((common) => ({
            id: common.join('-'),
            label: common.join('-'),
          }))}
          value={written}
          onChange={(id) => commit(id.split('-').map(Number))}
        />
      </FieldFrame>
      {help === undefined ? null : (
        <FieldSheets
          label={label}
          help={help}
          source={value?.source ?? null}
          open={sheet}
          onClose={() => setSheet(null)}
          onSource={onSource}
        />
      )}
    </>
  );
}

const ORDINALS = ['1st', '2nd', '3rd'];

function ordinal(place: number): string {
  return ORDINALS[place - 1] ?? `${place}th`;
}
