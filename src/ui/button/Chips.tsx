import { memo, useCallback, useLayoutEffect, useRef } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from '../text/Text';
import { useWordsShown } from '../units/shownBy';
import { radioKeys } from './radioKeys';
import { CORNER, SPACE, useSizes, useRoles } from '../theme';

interface Props<Id extends string> {
  /** Names the group for screen readers. */
  label: string;
  options: readonly { readonly id: Id; readonly label: string; readonly hint?: string }[];
  value: Id | null;
  onChange: (id: Id) => void;
}

/** One of a few, all in sight. */
export function Chips<Id extends string>({ label, options, value, onChange }: Props<Id>) {
  const noneChosen = !options.some(({ id }) => id === value);
  const latest = useRef(onChange);
  useLayoutEffect(() => {
    latest.current = onChange;
  });
  const choose = useCallback((id: string) => latest.current(id as Id), []);
  return (
    <View
      role="radiogroup"
      aria-label={label}
      style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}
    >
      {options.map((option, i) => {
        const chosen = option.id === value;
        return (
          <Chip
            key={option.id}
            id={option.id}
            label={option.label}
            hint={option.hint}
            chosen={chosen}
            // One stop of the Tab key for the group: at what is chosen, else at its beginning; arrows do the rest.
            stop={noneChosen ? i === 0 : chosen}
            onChoose={choose}
          />
        );
      })}
    </View>
  );
}

interface ChipProps {
  id: string;
  label: string;
  hint: string | undefined;
  chosen: boolean;
  /** Whether the Tab key stops here. */
  stop: boolean;
  onChoose: (id: string) => void;
}

/** One of them: of a long list only those that change are drawn anew. */
const Chip = memo(function Chip({ id, label, hint, chosen, stop, onChoose }: ChipProps) {
  const roles = useRoles();
  const { target } = useSizes();
  const inUnits = useWordsShown();
  const choose = () => onChoose(id);
  return (
    <Pressable
      role="radio"
      tabIndex={stop ? 0 : -1}
      aria-checked={chosen}
      aria-label={inUnits(label)}
      {...radioKeys(choose)}
      onPress={choose}
      style={{
        minHeight: target,
        minWidth: target + 2,
        maxWidth: '100%',
        justifyContent: 'center',
        alignItems: 'center',
        paddingHorizontal: SPACE.m,
        paddingVertical: SPACE.xs,
        borderRadius: CORNER.field,
        borderWidth: chosen ? 2 : 1,
        margin: chosen ? 0 : 1,
        borderColor: chosen ? roles.accent : roles.line,
        backgroundColor: chosen ? roles.raised : roles.surface,
      }}
    >
      <Text kind={chosen ? 'strong' : 'body'}>{label}</Text>
      {hint === undefined ? null : (
        <Text kind="small" colour="muted">
          {hint}
        </Text>
      )}
    </Pressable>
  );
});
