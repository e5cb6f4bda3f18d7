import { useState } from 'react';
import { View } from 'react-native';
import { baseValue, conflicts, fieldInfo } from '@/core/calibration';
import { commonFiringOrders, parseFiringOrder } from '@/core/engine';
import { setDraft, useDocument, useSession } from '@/data/session/session';
import { useSourcedField } from '@/data/session/useField';
import { Chips } from '@/ui/button/Chips';
import { FieldFrame, FieldSheets, TextBox, type FieldSheet } from '@/ui/field';

const PATH = 'engine.firingOrder';
const UNREADABLE = 'That is not a list of cylinders. Type their numbers in order, as 1-3-4-2.';

/** The firing order, typed or taken from the common ones for this number of cylinders. */
export function FiringOrder() {
  const document = useDocument();
  const draft = useSession((session) => session.drafts[PATH]);
  const { value, label, onCommit, onSource } = useSourcedField<number[]>(PATH);
  const [sheet, setSheet] = useState<FieldSheet>(null);
  const [editing, setEditing] = useState(false);
  const help = fieldInfo(PATH)?.help;
  const written = value?.value.join('-') ?? '';
  const cylinders = baseValue(document, 'engine.cylinders') ?? 0;
  const conflict = conflicts(document).find((problem) => problem.path === PATH)?.message ?? null;
  const unreadable =
    draft !== undefined && !editing && draft.trim() !== '' && parseFiringOrder(draft) === null;

  const commit = (order: number[]) => {
    setDraft(PATH, null);
    if (order.join('-') !== written) onCommit(order, order.join('-'));
  };
  const done = () => {
    setEditing(false);
    if (draft === undefined) return;
    const order = parseFiringOrder(draft);
    if (order !== null) commit(order);
    else if (draft.trim() === '') setDraft(PATH, null);
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
        <Chips
          label="Common firing orders"
          options={commonFiringOrders(cylinders).map((order) => ({
            id: order.join('-'),
            label: order.join('-'),
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
