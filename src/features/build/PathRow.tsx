import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { Icon } from '@/ui/icon/Icon';
import { LinkRow, useWide } from '@/ui/layout';
import { useRoles } from '@/ui/theme';

/** The way to the whole order of work. */
export function PathRow() {
  const roles = useRoles();
  const wide = useWide();
  const router = useRouter();
  const path = usePathname();
  const { id } = useGlobalSearchParams<{ id: string }>();
  return (
    <LinkRow
      label="The order of work"
      detail="Every step, what is left of it, and why it comes where it does"
      picture={<Icon name="format-list-bulleted" size={wide ? 20 : 28} color={roles.muted} />}
      compact={wide}
      here={wide && path.endsWith('/path')}
      onPress={() => router.navigate(`/c/${id}/path` as '/')}
    />
  );
}
