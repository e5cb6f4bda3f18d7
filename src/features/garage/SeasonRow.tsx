import { useRouter } from 'expo-router';
import type { SeasonItem, SeasonKind } from '@/data/garage/season';
import { Icon } from '@/ui/icon/Icon';
import { LinkRow } from '@/ui/layout';
import { useRoles } from '@/ui/theme';
import { dayOf, KIND_ICONS } from './garageWords';

/** These say whose they are by their title. */
const NAMED: readonly SeasonKind[] = ['calibration', 'note'];

/** One thing of a season, and the way to it. */
export function SeasonRow({ item, withName }: { item: SeasonItem; withName: boolean }) {
  const roles = useRoles();
  const router = useRouter();
  const about = [
    dayOf(item),
    ...(withName && !NAMED.includes(item.kind) ? [item.calibration] : []),
    item.text,
  ];
  const detail = about.filter(Boolean).join(' · ');
  return (
    <LinkRow
      label={item.title}
      {...(detail === '' ? {} : { detail })}
      picture={<Icon name={KIND_ICONS[item.kind]} size={24} color={roles.muted} />}
      onPress={() => router.navigate(item.href as '/')}
    />
  );
}
