import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { useDocument } from '@/data/session/session';
import { useWaiting } from '@/data/session/waiting';
import { Icon } from '@/ui/icon/Icon';
import { LinkRow, StateMark, useWide } from '@/ui/layout';
import { useRoles } from '@/ui/theme';
import { BUILD_SECTIONS, sectionMark } from './sections';

/** The sections of the build sheet with their states. */
export function SectionList() {
  const roles = useRoles();
  const document = useDocument();
  const waiting = useWaiting(document);
  const router = useRouter();
  const wide = useWide();
  const path = usePathname();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const atIndex = path.endsWith('/build');
  return BUILD_SECTIONS.map((section, i) => (
    <LinkRow
      key={section.id}
      label={section.label}
      detail={section.detail}
      picture={<Icon name={section.icon} size={wide ? 20 : 28} color={roles.muted} />}
      state={<StateMark {...sectionMark(document, section.id, waiting)} />}
      compact={wide}
      here={wide && (path.endsWith(`/${section.id}`) || (atIndex && i === 0))}
      onPress={() => router.navigate(`/c/${id}/build/${section.id}`)}
    />
  ));
}
