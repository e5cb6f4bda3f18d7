import { View } from 'react-native';
import type { Anchor, OwnAnchors } from '@/core/generators';
import { formatNumber } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { AnchorBox } from '@/ui/field';
import { Card, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  anchors: readonly Anchor[];
  own: OwnAnchors;
  onChange: (own: OwnAnchors) => void;
}

/** The few numbers a map hangs on, with what was computed and why; the proposal follows as others are typed. */
export function AnchorFields({ anchors, own, onChange }: Props) {
  const wide = useWide();
  if (anchors.length === 0) return null;
  const without = (id: string) => Object.fromEntries(Object.entries(own).filter(([other]) => other !== id));
  return (
    <Card
      title="What it hangs on"
      intro="Put your own number in the place of what was computed; the map follows."
    >
      <View style={{ flexDirection: wide ? 'row' : 'column', flexWrap: 'wrap', gap: SPACE.l }}>
        {anchors.map((anchor) => {
          const { id, label, unit, decimals, computed, why } = anchor;
          const typed = own[id];
          const words = `${formatNumber(computed, decimals)} ${unit}`.trim();
          return (
            <View key={id} style={{ gap: SPACE.xs, ...(wide ? { flexGrow: 1, flexBasis: 300 } : {}) }}>
              <AnchorBox
                anchor={anchor}
                value={typed ?? computed}
                onChange={(value) => onChange(value === computed ? without(id) : { ...own, [id]: value })}
              />
              <Text kind="small" colour="muted">
                {typed === undefined ? why : `Computed: ${words}. ${why}`}
              </Text>
              {typed === undefined ? null : (
                <View style={{ flexDirection: 'row' }}>
                  <Button
                    label={`Take ${words}`}
                    accessibilityLabel={`Take what was computed for ${label}, ${words}`}
                    onPress={() => onChange(without(id))}
                  />
                </View>
              )}
            </View>
          );
        })}
      </View>
    </Card>
  );
}
