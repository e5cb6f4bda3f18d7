import { useGlobalSearchParams } from 'expo-router';
import { useAwake } from '@/data/awake';
import { type LinkState, useLinkState } from '@/data/ecu/useLinkState';
import { useDocumentLater } from '@/data/session/documentParts';
import type { IconName } from '@/ui/icon/Icon';
import { type MarkTone, StateMark } from '@/ui/layout';
import { useAskBeforeLeaving } from './useAskBeforeLeaving';

const MARKS: Readonly<Record<LinkState, { tone: MarkTone; label: string; icon: IconName }>> = {
  none: { tone: 'plain', label: 'Not connected', icon: 'link-variant-off' },
  connecting: { tone: 'plain', label: 'Connecting', icon: 'sync' },
  sending: { tone: 'plain', label: 'Sending', icon: 'send-outline' },
  locked: { tone: 'good', label: 'Live, locked', icon: 'lock-outline' },
  same: { tone: 'good', label: 'Live', icon: 'link-variant' },
  differs: { tone: 'warning', label: 'Differs', icon: 'compare' },
  lost: { tone: 'error', label: 'Link lost', icon: 'lan-disconnect' },
};

const UNLINKED: readonly LinkState[] = ['none', 'connecting'];

/** The one state of the link to the engine computer, seen from every place. */
export function LinkMark() {
  const { id } = useGlobalSearchParams<{ id: string }>();
  useAskBeforeLeaving();
  const { state } = useLinkState(id, useDocumentLater());
  // Whoever looks at a running engine has no hand free to keep the screen lit.
  useAwake(!UNLINKED.includes(state));
  const { tone, label, icon } = MARKS[state];
  return <StateMark tone={tone} label={label} icon={icon} />;
}
