import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import type { FoundCounts } from '@/core/checks';
import { linkKeys } from '@/ui/button/linkKeys';
import { Icon } from '@/ui/icon/Icon';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { type FoundMark, foundMark } from '../fields/foundMark';
import { type Place, PLACES } from './places';
import { useFoundCounts } from './useFoundCounts';

/** The way between places: a bar at the bottom of a phone, a rail at the left when wide. */
export function Navigation({ kind }: { kind: 'bar' | 'rail' }) {
  const roles = useRoles();
  const router = useRouter();
  const path = usePathname();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const rail = kind === 'rail';
  const counts = useFoundCounts();
  return (
    <View
      role="navigation"
      aria-label="Places"
      style={{
        flexDirection: rail ? 'column' : 'row',
        width: rail ? 72 : undefined,
        paddingTop: rail ? SPACE.m : 0,
        gap: rail ? SPACE.s : 0,
        backgroundColor: roles.surface,
        borderColor: roles.line,
        borderRightWidth: rail ? 1 : 0,
        borderTopWidth: rail ? 0 : 1,
      }}
    >
      {PLACES.map((place) => {
        const here = path.includes(`/${place.id}`);
        const go = () => router.navigate(`/c/${id}/${place.id}`);
        const colour = here ? roles.accent : roles.muted;
        const found = foundAt(place.id, counts);
        return (
          <Pressable
            key={place.id}
            role="link"
            aria-label={found === null ? place.label : `${place.label}, ${found.label}`}
            {...({ 'aria-current': here ? 'page' : undefined } as object)}
            onPress={go}
            {...linkKeys(go)}
            style={{
              flex: rail ? undefined : 1,
              minHeight: 56,
              alignItems: 'center',
              justifyContent: 'center',
              gap: 2,
            }}
          >
            <View>
              <Icon name={place.icon} size={24} color={colour} />
              {found === null ? null : <Count {...found} />}
            </View>
            <Text kind="small" colour={here ? 'accent' : 'muted'}>
              {place.label}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}

function foundAt(place: Place['id'], counts: FoundCounts | null): FoundMark | null {
  return counts === null || (place !== 'build' && place !== 'maps') ? null : foundMark(counts[place]);
}

/** A number at the corner of an icon. */
function Count({ count, tone }: FoundMark) {
  const roles = useRoles();
  return (
    <View
      aria-hidden
      style={{
        position: 'absolute',
        left: 16,
        top: -6,
        minWidth: 18,
        height: 18,
        paddingHorizontal: 4,
        borderRadius: 9,
        borderWidth: 1,
        borderColor: roles[tone],
        backgroundColor: roles.surface,
        alignItems: 'center',
      }}
    >
      <Text kind="small" colour={tone} style={{ fontSize: 12, lineHeight: 16 }}>
        {count}
      </Text>
    </View>
  );
}
