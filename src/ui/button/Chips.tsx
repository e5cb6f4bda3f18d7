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
  const roles = useRoles();
  const { target } = useSizes();
  const inUnits = useWordsShown();
  const noneChosen = !options.some(({ id }) => id === value);
  return (
    <View
      role="radiogroup"
      aria-label={label}
      style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}
    >
      {options.map((option, i) => {
        const chosen = option.id === value;
        // One stop of the Tab key for the group: at what is chosen, else at its beginning; arrows do the rest.
        const stop = noneChosen ? i === 0 : chosen;
        return (
          <Pressable
            key={option.id}
            role="radio"
            tabIndex={stop ? 0 : -1}
            aria-checked={chosen}
            aria-label={inUnits(option.label)}
            {...radioKeys(() => onChange(option.id))}
            onPress={() => onChange(option.id)}
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
            <Text kind={chosen ? 'strong' : 'body'}>{option.label}</Text>
            {option.hint === undefined ? null : (
              <Text kind="small" colour="muted">
                {option.hint}
              </Text>
            )}
          </Pressable>
        );
      })}
    </View>
  );
}
