import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { linkKeys } from '@/ui/button/linkKeys';
import { Icon } from '@/ui/icon/Icon';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { PLACES } from './places';

/** The way between places: a bar at the bottom of a phone, a rail at the left when wide. */
export function Navigation({ kind }: { kind: 'bar' | 'rail' }) {
  const roles = useRoles();
  const router = useRouter();
  const path = usePathname();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const rail = kind === 'rail';
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
        return (
          <Pressable
            key={place.id}
            role="link"
            aria-label={place.label}
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
            <Icon name={place.icon} size={24} color={colour} />
            <Text kind="small" colour={here ? 'accent' : 'muted'}>
              {place.label}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}
