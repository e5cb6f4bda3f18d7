import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { baseValue, fieldInfo, type FieldPath } from '@/core/calibration';
import { useSaid } from '@/data/session/useSaid';
import { useDocumentPart } from '@/data/session/documentParts';
import { useSourcedField } from '@/data/session/useField';
import { FieldFrame, FieldSheets, type FieldSheet } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useSizes, useRoles } from '@/ui/theme';

/** Some of the cylinders, tapped on and off: those of a bank. */
export function CylinderList({ path }: { path: FieldPath }) {
  const { value, label, onCommit, onSource } = useSourcedField<number[]>(path);
  const [sheet, setSheet] = useState<FieldSheet>(null);
  const help = fieldInfo(path)?.help;
  const cylinders = useDocumentPart((document) => baseValue(document, 'engine.cylinders')) ?? 0;
  const chosen = value?.value ?? [];
  const { conflict } = useSaid(path);
  const toggle = (cylinder: number) => {
    const next = chosen.includes(cylinder)
      ? chosen.filter((other) => other !== cylinder)
      : [...chosen, cylinder].sort((a, b) => a - b);
    onCommit(next.length === 0 ? null : next, next.length === 0 ? 'none' : next.join(', '));
  };
  return (
    <FieldFrame
      label={label}
      source={value?.source ?? null}
      onSource={() => setSheet('source')}
      onHelp={() => setSheet('help')}
      error={conflict}
    >
      {cylinders === 0 ? (
        <Text kind="small" colour="muted">
          Enter the number of cylinders first.
        </Text>
      ) : (
        <CylinderButtons
          label={label}
          cylinders={cylinders}
          mark={(cylinder) => (chosen.includes(cylinder) ? '' : null)}
          onPress={toggle}
        />
      )}
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
    </FieldFrame>
  );
}

interface ButtonsProps {
  label: string;
  cylinders: number;
  /** A mark for a chosen one (its place in an order, or an empty text); null for one not chosen. */
  mark: (cylinder: number) => string | null;
  onPress: (cylinder: number) => void;
}

/** A button a cylinder, large enough for cold fingers. */
export function CylinderButtons({ label, cylinders, mark, onPress }: ButtonsProps) {
  const roles = useRoles();
  const { target } = useSizes();
  return (
    <View role="group" aria-label={label} style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      {Array.from({ length: cylinders }, (_, i) => i + 1).map((cylinder) => {
        const place = mark(cylinder);
        const on = place !== null;
        return (
          <Pressable
            key={cylinder}
            role="button"
            aria-label={`Cylinder ${cylinder}${place === null || place === '' ? '' : `, fires ${place}`}`}
            {...({ 'aria-pressed': on } as object)}
            onPress={() => onPress(cylinder)}
            style={{
              minWidth: 46,
              minHeight: target,
              alignItems: 'center',
              justifyContent: 'center',
              borderRadius: CORNER.field,
              borderWidth: on ? 2 : 1,
              borderColor: on ? roles.accent : roles.line,
              backgroundColor: on ? roles.raised : roles.surface,
            }}
          >
            <Text kind={on ? 'strong' : 'body'}>{String(cylinder)}</Text>
            {place === null || place === '' ? null : (
              <Text kind="small" colour="muted">
                {place}
              </Text>
            )}
          </Pressable>
        );
      })}
    </View>
  );
}
