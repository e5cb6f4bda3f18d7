import { Pressable, View } from 'react-native';
import type { Difference } from '@/core/compare';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useSizes, useRoles } from '@/ui/theme';

interface Props {
  difference: Difference;
  chosen: boolean;
  /** Both sides changed it, to different things. */
  clashes: boolean;
  onToggle: () => void;
  /** Shows the two maps; null for what is none. */
  onMap: (() => void) | null;
}

/** A place at which two calibrations differ, with what each says; chosen by a touch. */
export function DifferenceRow({ difference, chosen, clashes, onToggle, onMap }: Props) {
  const roles = useRoles();
  const { target } = useSizes();
  const { label, own, other, detail } = difference;
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        borderWidth: chosen ? 2 : 1,
        margin: chosen ? 0 : 1,
        borderColor: chosen ? roles.accent : roles.line,
        borderRadius: CORNER.field,
        backgroundColor: roles.surface,
      }}
    >
      <Pressable
        role="checkbox"
        aria-checked={chosen}
        aria-label={label}
        onPress={onToggle}
        style={{
          flex: 1,
          minWidth: 0,
          minHeight: target,
          flexDirection: 'row',
          alignItems: 'center',
          gap: SPACE.m,
          padding: SPACE.m,
        }}
      >
        <Icon
          name={chosen ? 'check-circle-outline' : 'circle-outline'}
          size={24}
          color={chosen ? roles.accent : roles.muted}
        />
        <View style={{ flex: 1, minWidth: 0, gap: 2 }}>
          <Text kind="strong">{label}</Text>
          {own === other && detail !== null ? null : (
            <Text kind="number">{`${own ?? 'not there'} → ${other ?? 'not there'}`}</Text>
          )}
          {detail === null ? null : (
            <Text kind="small" colour="muted">
              {detail}
            </Text>
          )}
          {clashes ? <StateMark tone="warning" label="Changed on both sides" /> : null}
        </View>
      </Pressable>
      {onMap === null ? null : (
        <View style={{ paddingRight: SPACE.s }}>
          <Button label="Look" icon="compare" accessibilityLabel={`Look at both ${label}`} onPress={onMap} />
        </View>
      )}
    </View>
  );
}
